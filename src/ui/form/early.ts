/** Writes to a field past React, which counts only what differs from the last value it saw. */
const put = (field: HTMLInputElement | HTMLTextAreaElement, value: string) => {
  const setter = Object.getOwnPropertyDescriptor(Object.getPrototypeOf(field), 'value')?.set
  setter?.call(field, value)
}

const tell = (field: Element, kind: 'input' | 'change') =>
  field.dispatchEvent(new Event(kind, { bubbles: true }))

const retyped = (field: HTMLInputElement | HTMLTextAreaElement) => {
  const { value, defaultValue } = field
  if (value === defaultValue) return
  field.value = defaultValue
  put(field, value)
  tell(field, 'input')
}

const pressedAgain = (field: HTMLInputElement, form: HTMLFormElement) => {
  if (field.checked === field.defaultChecked) return
  if (field.type === 'radio') {
    if (!field.checked) return
    field.checked = false
    const others = form.elements.namedItem(field.name)
    if (others instanceof RadioNodeList)
      for (const other of others)
        if (other instanceof HTMLInputElement && other.defaultChecked) other.checked = true
  } else field.checked = field.defaultChecked
  field.click()
}

/**
 * Tells a form what the hand wrote into it before its code had arrived. React leaves that standing in the fields, is never told
 * of it, and clears it at the next drawing. To be called once, when the form has been brought to life; each field that differs
 * from what the server drew is written again, so that its own handler hears of it.
 */
export const retellEarly = (form: HTMLFormElement): void => {
  for (const field of [...form.elements]) {
    if (field instanceof HTMLTextAreaElement) retyped(field)
    else if (field instanceof HTMLSelectElement) {
      const drawn = [...field.options].find(({ defaultSelected }) => defaultSelected)
      if (drawn && !drawn.selected) tell(field, 'change')
    } else if (field instanceof HTMLInputElement) {
      if (field.type === 'radio' || field.type === 'checkbox') pressedAgain(field, form)
      else if (field.type !== 'hidden' && field.type !== 'file') retyped(field)
    }
  }
}
