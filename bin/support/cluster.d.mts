export function freePort(): Promise<number>
export function startCluster(folder: string, database: string): Promise<{ url: string, dropDatabase: () => unknown, stop: () => unknown, remove: () => void }>
/** The folder of the server's programs. Throws where there is none. */
export function binaries(): string
