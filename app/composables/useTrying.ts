import type { InjectionKey } from 'vue'
import type { Step } from '@nomenklatura/core/row-trial'
import type { Witness } from '@nomenklatura/core/rules'

/** Where the rows of a witness can be tried. */
export interface Trying {
  /** Opens the row trial with this step. */
  take(step: Step): void
}

const KEY: InjectionKey<Trying> = Symbol('trying')

export function provideTrying(trying: Trying): void {
  provide(KEY, trying)
}

export function useTrying(): Trying | undefined {
  return inject(KEY, undefined)
}

/** The rows of a witness as a step of a row trial; nothing where it was not run. */
export function stepOfWitness({ run }: Witness, about: string): Step | undefined {
  if (!run) return undefined
  return {
    is: 'witness',
    title: about === '' ? 'Rows of a verdict' : `Rows for “${about.replace(/\.$/, '')}”`,
    before: [...run.before],
    tried: [...run.tried],
  }
}
