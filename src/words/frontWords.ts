/** What the server says before it has read what was sent: in a browser, on a terminal, or to a device. */
export const FRONT = {
  method: 'Nothing was saved: pages here are read by GET and written by POST.',
  address: 'That address can’t be read: it holds a percent sign that spells nothing.',
  longAddress: 'That address is longer than any page here.',
  name: (given: string, names: readonly string[]) =>
    `Pavrel doesn’t answer to the name “${given.slice(0, 60)}”. It answers to ${names.join(', ')}; add a name by PAVREL_NAMES.`,
  otherSite: 'Nothing was saved: this form was sent from another site.',
  noLength: 'Nothing was saved: what was sent doesn’t say how long it is.',
  large: (given: number, most: number) =>
    `Nothing was saved: ${(given / 1e6).toFixed(1)} MB was sent; it can be up to ${(most / 1e6).toFixed(0)} MB.`,
  tooOften: (seconds: number) =>
    `Nothing was saved: too much was sent from this address. Try again in ${seconds} s.`,
  passphrase:
    'Enter the passphrase that was set on the machine Pavrel runs on. The user name doesn’t matter.',
  wrongOften: (seconds: number) => `Too many wrong passphrases. Try again in ${seconds} s.`,
  form: 'Nothing was saved: what was sent can’t be read as a form of this page. Reload it and try again.',
  request: 'What was sent can’t be read as a request.',
  needsPassphrase: (host: string, least: number) =>
    `--host ${host} opens Pavrel to other machines: set PAVREL_PASSPHRASE to at least ${least} characters first.`,
} as const
