import { genericDrops, type Kit, type Quantity, type StripPad } from '@/core'

const pad = (quantity: Quantity, blocks: Record<string, string>): StripPad => ({
  quantity,
  blocks: Object.entries(blocks)
    .map(([value, colour]) => ({ value: Number(value), colour }))
    .sort((a, b) => a.value - b.value),
})

/** An invented strip with invented colours, as its owner taught it. */
export const demoStrip: Kit = {
  name: 'Quay strip',
  spec: {
    kind: 'strip',
    dipSeconds: 2,
    waitSeconds: 15,
    pads: [
      pad('bromine', {
        '0': '#e5dfbe',
        '1': '#ced3a2',
        '2': '#abc18c',
        '5': '#72a075',
        '10': '#437c61',
      }),
      pad('pH', {
        '6.6': '#e6c77c',
        '7.0': '#e3a757',
        '7.4': '#d98346',
        '7.8': '#c25f40',
        '8.2': '#ab4043',
      }),
      pad('totalAlkalinity', {
        '0': '#dbd08a',
        '40': '#a3b37e',
        '80': '#6d9574',
        '120': '#3f7773',
        '180': '#2a5c72',
      }),
      pad('calciumHardness', {
        '0': '#6d89a7',
        '50': '#6f78a1',
        '100': '#766496',
        '250': '#815188',
        '450': '#8b3e6d',
      }),
    ],
  },
  errors: {},
}

export const demoDrops: Kit = {
  name: 'Boathouse drops',
  spec: { kind: 'drops', tests: genericDrops('freeChlorine')[0]?.tests ?? [] },
  errors: {},
}
