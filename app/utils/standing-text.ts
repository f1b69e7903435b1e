import type { ObjectDirective } from 'vue'

type Field = HTMLInputElement | HTMLTextAreaElement

/** Fields in which something is being typed that was not told yet. */
const typing = new WeakSet<Field>()

/**
 * What stands in a field that tells its change when it is left (`@change`). Drawn anew meanwhile, since
 * something else changed, it keeps what is being typed: `:value` would put the old text back.
 */
export const vStanding: ObjectDirective<Field, string> = {
  mounted(field, { value }) {
    field.value = value
    field.addEventListener('input', () => typing.add(field))
    for (const told of ['change', 'blur'])
      field.addEventListener(told, () => typing.delete(field), { capture: true })
  },
  updated(field, { value }) {
    if (!typing.has(field) && field.value !== value) field.value = value
  },
}
