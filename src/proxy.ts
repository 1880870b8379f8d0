import { type NextRequest, NextResponse } from 'next/server'

const hostOf = (url: string | null) => {
  try {
    return url ? new URL(url).host : undefined
  } catch {
    return undefined
  }
}

const LOOPBACK = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/i

/** A name that was made to point at this machine reads nothing, where the server is for this machine alone. */
const misdirected = (request: NextRequest): boolean =>
  process.env.PAVREL_LOOPBACK_ONLY === '1' && !LOOPBACK.test(request.headers.get('host') ?? '')

/** One policy for every page: own scripts only, and writes only from our own pages. */
export const proxy = (request: NextRequest) => {
  if (misdirected(request))
    return new NextResponse('Pavrel answers on this machine alone; see `--host` in the README.', {
      status: 421,
    })
  const origin = request.headers.get('origin')
  if (request.method !== 'GET' && request.method !== 'HEAD') {
    if (origin && hostOf(origin) !== request.headers.get('host'))
      return new NextResponse('This form was sent from another site, so nothing was written.', {
        status: 403,
      })
  }
  const nonce = crypto.randomUUID()
  const development = process.env.NODE_ENV === 'development'
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${development ? " 'unsafe-eval'" : ''}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')
  const headers = new Headers(request.headers)
  headers.set('x-nonce', nonce)
  headers.set('content-security-policy', policy)
  const response = NextResponse.next({ request: { headers } })
  response.headers.set('content-security-policy', policy)
  response.headers.set('x-content-type-options', 'nosniff')
  response.headers.set('referrer-policy', 'same-origin')
  return response
}

export const config = { matcher: ['/((?!_next/static|icon.svg|favicon.ico).*)'] }
