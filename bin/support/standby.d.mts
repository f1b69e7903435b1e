import type { Cluster } from './cluster.mjs'

export interface Standby {
  readonly url: string
  readonly port: number
  /** Makes it take writes. */
  readonly promote: () => void
  readonly stop: () => unknown
  readonly remove: () => void
}
/** Copies a running cluster and follows it; each commit there waits for the copy. */
export function startStandby(folder: string, primary: Cluster): Promise<Standby>
export interface Address {
  readonly port: number
  readonly leadTo: (port: number) => void
  readonly close: () => void
}
/** A port on loopback that leads to another one. */
export function openAddress(target: number): Promise<Address>
export function withPort(url: string, port: number): string
