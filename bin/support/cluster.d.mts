export function freePort(): Promise<number>
export function startCluster(folder: string, database: string): Promise<{ url: string, dropDatabase: () => unknown, stop: () => unknown, remove: () => void }>
