import { UnreadableFile } from '../files/answers'
import { HELP, readCall } from './call'

/**
 * `nomenklatura COMMAND [FILE | - …] [options]`: 0 done, 1 with --strict and a finding of severity error, 2
 * the call or the input cannot be used.
 */
async function main(args: readonly string[]): Promise<number> {
  const call = readCall(args)
  switch (call.command) {
    case 'help':
      console.log(HELP)
      return 0
    case 'dependencies':
      return (await import('./dependencies')).runDependencies(call)
    case 'diagram':
      return (await import('./diagram')).runDiagram(call)
    case 'rows':
      return (await import('./rows')).runRows(call)
    case 'script':
      return (await import('./script')).runScript(call)
    case 'write':
      return (await import('./write')).runWrite(call)
    case 'mark':
      return (await import('./mark')).runMark(call)
    case 'prove':
      return (await import('./prove')).runProve(call)
  }
}

main(process.argv.slice(2)).then(
  status => {
    process.exitCode = status
  },
  (error: unknown) => {
    if (!(error instanceof UnreadableFile)) throw error
    console.error(`nomenklatura: ${error.message}`)
    process.exitCode = 2
  },
)
