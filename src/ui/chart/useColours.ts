import { useEffect, useState } from 'react'

const NAMES = ['paper', 'ink', 'muted', 'hair', 'mist', 'oak', 'spruce', 'copper'] as const
type Colours = Record<(typeof NAMES)[number], string>
const FROM: Partial<Record<(typeof NAMES)[number], string>> = { mist: 'mist-3', oak: 'oak-2' }

/** The page's colours as they are now, as the chart can read them: it knows no oklch() and no light-dark(). */
const coloursNow = (): Colours => {
  const canvas = document.createElement('canvas')
  canvas.width = 1
  canvas.height = 1
  const context = canvas.getContext('2d', { willReadFrequently: true })
  const probe = document.createElement('span')
  document.body.append(probe)
  const read = (name: string) => {
    probe.style.color = `var(--${name})`
    if (!context) return '#000000'
    context.fillStyle = getComputedStyle(probe).color
    context.fillRect(0, 0, 1, 1)
    const [red = 0, green = 0, blue = 0] = context.getImageData(0, 0, 1, 1).data
    return `#${[red, green, blue].map((one) => one.toString(16).padStart(2, '0')).join('')}`
  }
  const colours = Object.fromEntries(NAMES.map((name) => [name, read(FROM[name] ?? name)]))
  probe.remove()
  return colours as Colours
}

/** Follows the theme, whether the system or the person changes it. */
export const useColours = (): Colours => {
  const [colours, setColours] = useState(coloursNow)
  useEffect(() => {
    const change = () => setColours(coloursNow())
    const system = window.matchMedia('(prefers-color-scheme: dark)')
    system.addEventListener('change', change)
    const chosen = new MutationObserver(change)
    chosen.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] })
    return () => {
      system.removeEventListener('change', change)
      chosen.disconnect()
    }
  }, [])
  return colours
}
