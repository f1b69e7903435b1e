import type { ChildProcess } from 'node:child_process'

export function runProgram(
  entry: string,
  args: readonly string[],
  env: Readonly<Record<string, string>>,
): Promise<string>
export function startApplication(options: {
  databaseUrl: string
  port: number
  password: string
  demo: boolean
  output?: 'inherit' | 'ignore'
}): Promise<{
  server: ChildProcess
  worker: ChildProcess
  stop: () => Promise<void>
  env: Record<string, string>
}>
