'use client'

import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import { useOpener } from '../useOpener'
import type { MoreProps } from './MoreDialog'
import { PLACES } from './places'

const KEYS_OFF = 'pavrel.keysOff'

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(input|textarea|select)$/i.test(target.tagName))

/** Everything that is not daily, behind one button; what it holds is fetched when a hand is near it. */
export const MoreSheet = ({
  keys,
  ...more
}: MoreProps & {
  /** The one sheet of the page that listens for keys. */
  keys: boolean
}) => {
  const { tubId } = more
  const router = useRouter()
  const [keysOff, setKeysOff] = useState(false)
  const { show, button, Part, failed, trigger } = useOpener(
    async () => (await import('./MoreDialog')).MoreDialog,
  )

  useEffect(() => {
    setKeysOff(localStorage.getItem(KEYS_OFF) === 'yes')
  }, [])

  useEffect(() => {
    if (keysOff || !keys) return
    const jump = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return
      if (event.key === '?') {
        button.current?.click()
        return
      }
      const found = PLACES.find(({ key }) => key === event.key)
      if (found && !document.querySelector('[role="dialog"]'))
        router.push(`/tubs/${tubId}/${found.place}`)
    }
    addEventListener('keydown', jump)
    return () => removeEventListener('keydown', jump)
  }, [keys, keysOff, router, tubId, button])

  return (
    <>
      <button
        {...trigger}
        onClick={() => show(true)}
        className="flex items-center justify-center font-medium text-[16px] text-muted lg:text-[15px] lg:leading-tight lg:hover:text-ink"
      >
        More
      </button>
      {failed && (
        <p role="alert" className="small fixed inset-x-0 bottom-0 z-40 bg-paper px-6 py-4">
          No connection: this could not be shown. Press More again once there is one.
        </p>
      )}
      {Part && (
        <Part
          {...more}
          button={button}
          close={() => show(false)}
          keysOff={keysOff}
          setKeysOff={(off) => {
            setKeysOff(off)
            localStorage.setItem(KEYS_OFF, off ? 'yes' : 'no')
          }}
        />
      )}
    </>
  )
}
