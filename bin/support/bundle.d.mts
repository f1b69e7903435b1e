export const ROOT: string
/** Bundles a program for plain Node; answers the path of the bundle. */
export function bundle(entry: string): Promise<string>
export function bundleThread(): Promise<string>
/** Puts all that engines for scripts start from into one folder; answers the folder. */
export function bundleSandbox(): Promise<string>
export function bundleBrowserEngine(): Promise<string>
export function browserEngineVersion(): string
