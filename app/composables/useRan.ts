import type { ComputedRef, InjectionKey } from 'vue'

/** The statements that made the tables on which witnesses were run, as far as anything was. */
const RAN: InjectionKey<ComputedRef<readonly string[]>> = Symbol('ran')

export function provideRan(tables: () => readonly string[] | undefined): void {
  provide(
    RAN,
    computed(() => tables() ?? []),
  )
}

export function useRan(): ComputedRef<readonly string[]> {
  return inject(
    RAN,
    computed(() => []),
  )
}
