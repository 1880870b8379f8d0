/** @jest-environment node */
import { NextRequest } from 'next/server'
import { config, proxy } from '@/proxy'

const HERE = '127.0.0.1:4270'
const request = (method: string, headers: Record<string, string> = {}) =>
  proxy(
    new NextRequest(`http://${HERE}/tubs/1/now`, { method, headers: { host: HERE, ...headers } }),
  )

test('every page has a policy of its own: own scripts and sheets by a fresh nonce, no frames', () => {
  const policies = [request('GET'), request('GET')].map(
    (response) => response.headers.get('content-security-policy') ?? '',
  )
  expect(policies[0]).toContain("default-src 'self'")
  expect(policies[0]).toContain("frame-ancestors 'none'")
  expect(policies[0]).not.toContain('unsafe-eval')
  expect(policies[0]).toMatch(/style-src 'self' 'nonce-[^']+';/)
  expect(policies[0]?.replace("style-src-attr 'unsafe-inline'", '')).not.toContain('unsafe-inline')
  const nonce = (policy = '') => /'nonce-([^']+)'/.exec(policy)?.[1]
  expect(nonce(policies[0])).toBeTruthy()
  expect(nonce(policies[0])).not.toBe(nonce(policies[1]))
})

test.each([
  ['/tubs/1/now', true],
  ['/api/posts/x', true],
  ['/icon.svgx', true],
  ['/_next/staticx', true],
  ['/favicon.ico/tubs', true],
  ['/icon.svg', false],
  ['/_next/static/chunks/a.js', false],
])('%s stands under the policy: %s', (path, under) => {
  const [matcher = ''] = config.matcher
  expect(new RegExp(`^${matcher}$`).test(path)).toBe(under)
})

test('without a front before it, names and writes are still looked at', async () => {
  expect(request('GET').status).toBe(200)
  expect(request('GET', { host: 'localhost:5000' }).status).toBe(200)
  expect(request('GET', { host: 'rebound.example:4270' }).status).toBe(421)
  expect(request('POST', { origin: 'http://elsewhere.example' }).status).toBe(403)
  expect(request('POST', { 'sec-fetch-site': 'cross-site' }).status).toBe(403)
  expect(request('POST', { origin: `http://${HERE}` }).status).toBe(200)
  const refused = request('POST', { origin: 'null', accept: 'application/json' })
  expect(await refused.json()).toEqual({ error: expect.stringMatching(/another site/) })
})
