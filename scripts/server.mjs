// The one way Pavrel is served: the built application, or with --dev its sources, behind a front that looks at each request before
// any of it is read. node scripts/server.mjs [--host HOST] [--port PORT] [--dev]
import { createServer } from 'node:http'
import { networkInterfaces } from 'node:os'
import { pathToFileURL } from 'node:url'
import next from 'next'
import { BUILT_FRONT, fail, option } from './setUp.mjs'

const dev = process.argv.includes('--dev')
const theFront = async () => {
  if (!dev) return import(pathToFileURL(BUILT_FRONT).href)
  const { tsImport } = await import('tsx/esm/api')
  return tsImport('../src/front/front.ts', import.meta.url)
}
const {
  FRONT,
  front,
  HEADERS,
  isLoopback,
  LOOPBACK_NAMES,
  namesIn,
  SHORTEST_PASSPHRASE,
  told,
  UPLOADS,
} = await theFront()

const host = option('host') ?? '127.0.0.1'
const port = Number(option('port') ?? 4270)
const passphrase = process.env.PAVREL_PASSPHRASE || undefined
if (!isLoopback(host) && (passphrase?.length ?? 0) < SHORTEST_PASSPHRASE)
  fail(FRONT.needsPassphrase(host, SHORTEST_PASSPHRASE))

/** An address can't be made to point here by somebody else's name server; a name has to be listed. */
const addresses = Object.values(networkInterfaces()).flatMap((list) =>
  (list ?? []).map(({ address }) => address.toLowerCase()),
)
const wanted = isLoopback(host) ? [] : [host, ...addresses]
const names = [...new Set([...LOOPBACK_NAMES, ...wanted, ...namesIn(process.env.PAVREL_NAMES)])]
process.env.PAVREL_NAMES = names.join(',')

const REQUEST_MS = 60_000
const UPLOAD_MS = 600_000

const server = createServer({ requestTimeout: UPLOAD_MS, headersTimeout: 15_000 })
const app = next({ dev, hostname: host, port, httpServer: server })
const refuse = front({ names, passphrase })

const answer = (request, response, refusal) => {
  const { status, headers, body } = told(refusal, request.headers.accept)
  // Nothing more of it is read.
  response.writeHead(status, { ...headers, connection: 'close' })
  response.end(request.method === 'HEAD' ? undefined : body)
  response.once('finish', () => request.destroy())
}

/** A form that the framework can't read is none of ours, or of a version that is gone: it says so in a sentence, not as a failure. */
const readableOrSaid = (request, response) => {
  const { write, end, flushHeaders } = response
  let said = false
  const unread = () => {
    if (said || response.headersSent || response.statusCode !== 500) return said
    said = true
    const { status, headers, body } = told({ status: 400, sentence: FRONT.form }, undefined)
    for (const name of response.getHeaderNames()) response.removeHeader(name)
    response.writeHead(status, headers)
    end.call(response, body)
    request.resume()
    return true
  }
  response.flushHeaders = () => (unread() ? undefined : flushHeaders.call(response))
  response.write = (...given) => (unread() ? true : write.apply(response, given))
  response.end = (...given) => (unread() ? response : end.apply(response, given))
}

await app.prepare()
const handle = app.getRequestHandler()
server.on('request', (request, response) => {
  const { headers } = request
  const remote = request.socket.remoteAddress ?? ''
  const refusal = refuse(
    {
      method: request.method ?? '',
      url: request.url ?? '',
      host: headers.host ?? '',
      origin: headers.origin,
      site: headers['sec-fetch-site'],
      contentLength: headers['content-length'],
      transferEncoding: headers['transfer-encoding'],
      authorization: headers.authorization,
      remote,
    },
    Date.now(),
  )
  if (refusal) {
    answer(request, response, refusal)
    return
  }
  // Only the connection says who is at its other end.
  headers['x-forwarded-for'] = remote
  delete headers['x-forwarded-host']
  delete headers['x-forwarded-proto']
  for (const [name, value] of Object.entries(HEADERS)) response.setHeader(name, value)
  if (headers['next-action'] !== undefined) readableOrSaid(request, response)
  request.setTimeout(UPLOADS.test(request.url ?? '') ? UPLOAD_MS : REQUEST_MS)
  handle(request, response).catch((error) => {
    console.error(error)
    if (!response.headersSent) answer(request, response, { status: 400, sentence: FRONT.request })
  })
})
server.on('clientError', (error, socket) => {
  if (!socket.writable) return
  // Opened ahead and never used: a browser that is about to use it takes this one answer as a sign to open another.
  if (error.code === 'ERR_HTTP_REQUEST_TIMEOUT')
    socket.end('HTTP/1.1 408 Request Timeout\r\nconnection: close\r\ncontent-length: 0\r\n\r\n')
  else
    socket.end(
      `HTTP/1.1 400 Bad Request\r\nconnection: close\r\ncontent-type: text/plain; charset=utf-8\r\ncontent-length: ${Buffer.byteLength(FRONT.request)}\r\n\r\n${FRONT.request}`,
    )
})
server.on('error', (error) => fail(`Can’t listen on ${host}, port ${port}: ${error.message}.`))
server.listen(port, host, () => {
  console.log(
    `Ready: http://${host.includes(':') ? `[${host}]` : host}:${port} · answers to ${names.join(', ')}`,
  )
})

let ending = false
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    if (ending) process.exit(0)
    ending = true
    server.close(() => process.exit(0))
    server.closeIdleConnections()
    setTimeout(() => process.exit(0), 3000).unref()
  })
