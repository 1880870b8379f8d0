// A browser's part without a browser: presses of buttons and forms as the pages of the built application send them.
import { randomBytes } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'

/** The number that the build gave each server action, by its name. */
export const actionIds = () => {
  const manifest = JSON.parse(
    readFileSync(join('.next', 'server', 'server-reference-manifest.json'), 'utf8'),
  )
  return Object.fromEntries(
    Object.entries(manifest.node).map(([id, { exportedName }]) => [exportedName, id]),
  )
}

export const newKey = () => randomBytes(16).toString('hex')

/**
 * Sends a form as the page does. Its answer as the server wrote it, or undefined where it is none of a form.
 * @returns {Promise<{ status: number, outcome?: { ok: boolean, message?: string, errors?: object, questions?: object } , text: string }>}
 */
export const press = async (address, id, fields, { signal, page = '/tubs/1/record' } = {}) => {
  const data = new FormData()
  for (const [name, value] of Object.entries(fields)) data.set(`_1_${name}`, value)
  data.set('0', '[null,"$K1"]')
  const response = await fetch(address + page, {
    method: 'POST',
    headers: { 'next-action': id, origin: new URL(address).origin, accept: 'text/x-component' },
    body: data,
    redirect: 'manual',
    signal,
  })
  const text = await response.text()
  // A line of the answer that is an outcome: "1:{"ok":true,…}".
  const line = text.split('\n').find((one) => /^\d+:\{.*"ok":/.test(one))
  return {
    status: response.status,
    text,
    ...(line ? { outcome: JSON.parse(line.slice(line.indexOf(':') + 1)) } : {}),
  }
}
