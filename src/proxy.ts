import { type NextRequest, NextResponse } from 'next/server'
import { refusedByHeaders, told } from '@/front/front'

/**
 * One policy for every page: own scripts and styles only. Where no front stands before it, names and writes are looked at here; the
 * front has done both before, and by the same rules.
 */
export const proxy = (request: NextRequest) => {
  const refusal = refusedByHeaders(request, process.env.PAVREL_NAMES)
  if (refusal) {
    const { status, headers, body } = told(refusal, request.headers.get('accept') ?? undefined)
    return new NextResponse(body, { status, headers })
  }
  const nonce = crypto.randomUUID()
  const development = process.env.NODE_ENV === 'development'
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${development ? " 'unsafe-eval'" : ''}`,
    `style-src 'self' 'nonce-${nonce}'`,
    // Widths and places that are computed stand in style attributes, which no nonce reaches; no sheet and no script is let in by it.
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    `connect-src 'self'${development ? ' ws:' : ''}`,
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
  return response
}

export const config = {
  matcher: ['/((?!_next/static/|icon\\.svg$|favicon\\.ico$|api/data/restore$|api/data/import$).*)'],
}
