import sharp from 'sharp'
import { quantityOf, type Readings } from '@/core'
import { tubView } from '@/server/views'
import { photographStrip, practiceShot } from '@/stand-ins/stripCamera'
import { theStore } from '@/store/database'
import { findKit } from '@/store/kits'

/** A simulated camera: a strip dipped into a demo tub, as a PNG. Only where stand-ins are switched on. */
export const GET = async (request: Request) => {
  if (process.env.PAVREL_STAND_INS !== '1')
    return Response.json({ error: 'No stand-in runs here.' }, { status: 404 })
  const asked = new URL(request.url).searchParams
  const view = tubView(theStore(), Number(asked.get('tub')), Date.now())
  const kit = findKit(theStore(), Number(asked.get('kit')))
  if (!view || kit?.spec.kind !== 'strip')
    return Response.json({ error: 'Name a tub and a strip.' }, { status: 422 })
  const water: Readings = {}
  for (const { quantity } of kit.spec.pads)
    water[quantity] = quantityOf(view.estimate.reading, quantity)
  const shot = practiceShot(Math.random, {
    light: asked.get('light'),
    chart: asked.get('chart') === '1',
  })
  const { picture } = photographStrip(kit.spec.pads, water, shot, Math.random)
  const { data, width, height } = picture
  const png = await sharp(data, { raw: { width, height, channels: 4 } })
    .png()
    .toBuffer()
  return new Response(new Uint8Array(png), {
    headers: { 'content-type': 'image/png', 'cache-control': 'no-store' },
  })
}
