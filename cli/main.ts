import { CallError, HELP, readCall } from './call'
import { runDependencies } from './dependencies'
import { runMark } from './mark'
import { runDiagram } from './diagram'
import { runRows } from './rows'
import { runScript } from './script'
import { runWrite } from './write'

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
      return runDependencies(call)
    case 'diagram':
      return runDiagram(call)
    case 'rows':
      return runRows(call)
    case 'script':
      return runScript(call)
    case 'write':
      return runWrite(call)
    case 'mark':
      return runMark(call)
  }
}

main(process.argv.slice(2)).then(
  status => {
    process.exitCode = status
  },
  (error: unknown) => {
    if (!(error instanceof CallError)) throw error
    console.error(`nomenklatura: ${error.message}`)
    process.exitCode = 2
  },
)
