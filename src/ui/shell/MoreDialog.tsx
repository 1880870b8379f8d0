'use client'

import { Dialog } from 'radix-ui'
import type { RefObject } from 'react'
import { Link } from '@/ui/Link'
import { LateCount } from './PlaceNav'
import { PLACES } from './places'
import { ThemeChoice } from './ThemeChoice'
import type { Theme } from './theme'

export interface MoreProps {
  tubId: number
  tubs: { id: number; name: string; place: string }[]
  theme: Theme
  /** Chores that are late. */
  late: number
}

/** What the dialog's package adds to the page's style carries the page's own nonce, by the name that bundlers gave it. */
const letStyleIn = () => {
  const { nonce } = document.querySelector<HTMLScriptElement>('script[nonce]') ?? {}
  if (nonce) Object.assign(globalThis, { __webpack_nonce__: nonce })
}

/** What the sheet holds: other tubs, the tub itself, day and night, keys. */
export const MoreDialog = ({
  tubId,
  tubs,
  theme,
  late,
  button,
  close,
  keysOff,
  setKeysOff,
}: MoreProps & {
  button: RefObject<HTMLButtonElement | null>
  close: () => void
  keysOff: boolean
  setKeysOff: (off: boolean) => void
}) => {
  letStyleIn()
  const link = 'flex min-h-12 items-center justify-between border-hair border-t text-[17px]'
  return (
    <Dialog.Root
      open
      onOpenChange={(open) => {
        if (!open) close()
      }}
    >
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/35" />
        <Dialog.Content
          aria-describedby={undefined}
          onCloseAutoFocus={(event) => {
            event.preventDefault()
            button.current?.focus()
          }}
          className="fixed inset-x-0 bottom-0 z-40 max-h-[88vh] overflow-y-auto rounded-t-xl bg-paper px-6 pt-5 pb-8 lg:inset-y-0 lg:right-0 lg:left-auto lg:max-h-none lg:w-[360px] lg:rounded-none"
        >
          <div className="flex items-baseline justify-between">
            <Dialog.Title className="serif title">More</Dialog.Title>
            <Dialog.Close className="quiet">Close</Dialog.Close>
          </div>
          <div className="mt-3 lg:hidden">
            {PLACES.filter(({ daily, place }) => !daily && place !== 'tub').map(
              ({ place, name }) => (
                <Link key={place} href={`/tubs/${tubId}/${place}`} className={link} onClick={close}>
                  {name}
                  {place === 'upkeep' && <LateCount late={late} />}
                </Link>
              ),
            )}
          </div>
          <h3 className="head mt-4 mb-1">Tubs</h3>
          {tubs.map((tub) => (
            <Link
              key={tub.id}
              href={`/tubs/${tub.id}/now`}
              className={link}
              aria-current={tub.id === tubId ? 'true' : undefined}
              onClick={close}
            >
              <span className={tub.id === tubId ? 'font-semibold' : ''}>{tub.name}</span>
              <span className="small text-muted">{tub.id === tubId ? 'shown now' : tub.place}</span>
            </Link>
          ))}
          <Link href={`/tubs/${tubId}/tub`} className={link} onClick={close}>
            Change this tub
          </Link>
          <Link href="/welcome" className={link} onClick={close}>
            Add a tub
          </Link>
          <Link href={`/tubs/${tubId}/glossary`} className={link} onClick={close}>
            Glossary
          </Link>
          <h3 className="head mt-6 mb-2">Appearance</h3>
          <ThemeChoice theme={theme} />
          <section className="hidden lg:block">
            <h3 className="head mt-6 mb-1">Keyboard shortcuts</h3>
            <dl className="small grid grid-cols-[40px_1fr] gap-y-1">
              {PLACES.map(({ key, name }) => (
                <div key={key} className="contents">
                  <dt>
                    <kbd className="font-semibold">{key}</kbd>
                  </dt>
                  <dd className="text-muted">to {name}</dd>
                </div>
              ))}
              <dt>
                <kbd className="font-semibold">?</kbd>
              </dt>
              <dd className="text-muted">this sheet</dd>
            </dl>
            <label className="small mt-2 flex min-h-11 items-center gap-3">
              <input
                type="checkbox"
                className="size-5 accent-spruce"
                checked={keysOff}
                onChange={(event) => setKeysOff(event.target.checked)}
              />
              Turn single-key shortcuts off
            </label>
          </section>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
