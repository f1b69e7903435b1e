/**
 * Nuxt UI in our look: square corners, hairlines, no pills, no rings of its own (focus is drawn in main.css).
 */
export default defineAppConfig({
  ui: {
    colors: {
      primary: 'verdigris',
      neutral: 'stone',
      error: 'red',
      warning: 'amber',
      info: 'slate',
      success: 'verdigris',
    },
    button: {
      slots: { base: 'rounded-[3px] font-semibold cursor-pointer whitespace-nowrap' },
      defaultVariants: { size: 'md' },
    },
    input: {
      slots: { root: 'w-full', base: 'rounded-[2px] bg-[var(--sheet)]' },
      defaultVariants: { size: 'lg' },
    },
    textarea: { slots: { root: 'w-full', base: 'rounded-[2px] bg-[var(--sheet)]' } },
    modal: {
      slots: {
        overlay: 'fixed inset-0 bg-black/40',
        content: 'bg-[var(--sheet)] divide-none rounded-[3px] ring-1 ring-[var(--edge)] shadow-none',
        title: 'font-serif text-[17px]',
        description: 'text-[var(--ink)]',
        footer: 'justify-end',
      },
    },
    formField: { slots: { label: 'font-semibold', help: 'text-[var(--soft)]' } },
  },
})
