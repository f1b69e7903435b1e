/** What went wrong and was caught by nobody, in words; empty when all is told. `FaultLine` shows it. */
export const useUntold = (): Ref<string> => useState('untold', () => '')
