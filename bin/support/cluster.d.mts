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
export function startCluster(folder: string, database: string, options?: { readonly port?: number }): Promise<Cluster>
/** The folder of the server's programs. Throws where there is none. */
export function binaries(): string
