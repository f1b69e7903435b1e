export function freePort(): Promise<number>
export interface Cluster {
  readonly url: string
  readonly port: number
  /** The folder of the server's programs. */
  readonly binaries: string
  readonly dropDatabase: () => unknown
  readonly stop: () => unknown
  /** As a failing machine would end it. */
  readonly kill: () => void
  readonly remove: () => void
}
export function startCluster(
  folder: string,
  database: string,
  options?: { readonly port?: number },
): Promise<Cluster>
/** The folder of the server's programs. Throws where there is none. */
export function binaries(): string
/** Runs a program of the server as the user who may. */
export function runServerProgram(
  program: string,
  args: readonly string[],
  options?: object,
): { readonly status: number | null; readonly stdout: string; readonly stderr: string }
/** Waits until a server takes connections. */
export function untilReady(connection: readonly string[]): Promise<void>
export function ownedFolder(folder: string): string
