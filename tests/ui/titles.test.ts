import { readdirSync } from 'node:fs'
import { titleAt } from '@/ui/shell/titles'

test('every place of a tub names itself in the window, with the tub beside it', () => {
  const places = readdirSync('src/app/tubs/[tub]', { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('page.tsx'))
    .map((file) =>
      file
        .replace(/\[\w+\]/g, '17')
        .split('/')
        .slice(0, -1),
    )
  expect(places.length).toBeGreaterThan(25)
  const titles = places.map((parts) => titleAt(parts, 'Garden tub'))
  for (const title of titles) expect(title).toMatch(/^\S.+ · Garden tub · Pavrel$/)
  expect(new Set(titles).size).toBe(titles.length)
})
