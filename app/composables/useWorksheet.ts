import type { Dictionary } from '@nomenklatura/core/dictionary'
import type { InjectionKey } from 'vue'
import type { WorksheetAnswer } from '#shared/answers'

/** What a worksheet's parts share: what is asked, what stands on the sheets, what is said of them. */
function worksheetOf(sheet: Readonly<Ref<WorksheetAnswer | undefined>>) {
  const findings = useWorksheetFindings(sheet)
  const offers = useSheetOffers(sheet, {
    options: findings.scriptOptions,
    schemaOf: findings.schemaOf,
  })
  return { ...findings, ...offers, sheet, drafted: shallowRef<Dictionary>(), isTrialOpen: ref(false) }
}
export type Worksheet = ReturnType<typeof worksheetOf>

const KEY: InjectionKey<Worksheet> = Symbol('worksheet')

/** Makes the worksheet of a page, and hands it to the sheets within. */
export function provideWorksheet(sheet: Readonly<Ref<WorksheetAnswer | undefined>>): Worksheet {
  const worksheet = worksheetOf(sheet)
  provide(KEY, worksheet)
  return worksheet
}

/** The worksheet around a sheet; it is there, and begun, when a sheet is shown. */
export function useWorksheet() {
  const worksheet = inject(KEY)
  if (!worksheet) throw new Error('A sheet stands within a worksheet.')
  return { ...worksheet, asked: computed(() => worksheet.sheet.value!), store: useWorksheetStore() }
}
