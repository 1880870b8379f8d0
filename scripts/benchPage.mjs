// What a person feels in the browser: a large picture read in the worker, and the balance map under a moving finger.

/** A strip as a 12-megapixel JPEG, drawn in the page; its bytes stay there. */
const drawPicture = async () => {
  const canvas = new OffscreenCanvas(4000, 3000)
  const context = canvas.getContext('2d')
  context.fillStyle = '#6b4f37'
  context.fillRect(0, 0, 4000, 3000)
  // Grain, so that the file is as large as a camera's.
  for (let i = 0; i < 60_000; i++) {
    context.fillStyle = `rgb(${80 + ((i * 7919) % 60)},${60 + ((i * 104729) % 50)},50)`
    context.fillRect((i * 7907) % 4000, (i * 6101) % 3000, 12, 12)
  }
  context.fillStyle = '#f4f2ec'
  context.fillRect(600, 1400, 2600, 260)
  for (const [i, colour] of ['#7fae95', '#e08a4a', '#5c9c6a', '#9c6fa0'].entries()) {
    context.fillStyle = colour
    context.fillRect(700 + 360 * i, 1420, 220, 220)
  }
  const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.92 })
  globalThis.benchFile = new File([blob], 'large.jpg', { type: 'image/jpeg' })
  globalThis.longTasks = []
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) globalThis.longTasks.push(entry.duration)
  }).observe({ type: 'longtask' })
  return blob.size
}

const choosePicture = async () => {
  const files = new DataTransfer()
  files.items.add(globalThis.benchFile)
  const input = document.querySelector('input[type=file]')
  input.files = files.files
  globalThis.longTasks.length = 0
  const shown = '[aria-label="What the picture shows"], [role=alert].safety'
  const start = performance.now()
  input.dispatchEvent(new Event('change', { bubbles: true }))
  while (!document.querySelector(shown)) await new Promise((done) => setTimeout(done, 5))
  return performance.now() - start
}

export const benchPhoto = async (browser, address) => {
  const page = await browser.newPage()
  await page.goto(`${address}/tubs/1/test/photo?kit=1`)
  await page.waitForLoadState('networkidle')
  const bytes = await page.evaluate(drawPicture)
  const decode = await page.evaluate(async () => {
    const start = performance.now()
    ;(await createImageBitmap(globalThis.benchFile)).close()
    return performance.now() - start
  })
  const first = await page.evaluate(choosePicture)
  const longest = await page.evaluate(() => Math.max(0, ...globalThis.longTasks))
  await page.close()
  console.log(
    `\na 12-megapixel picture of a strip, ${(bytes / 1e6).toFixed(1)} MB: read in ${first.toFixed(0)} ms, ${(first / decode).toFixed(1)} × the decoding alone (${decode.toFixed(0)} ms); longest task on the page ${longest > 0 ? `${longest.toFixed(0)} ms` : 'under 50 ms'}`,
  )
}

/** Script a move of the pointer takes, ms, and the times between frames while it is carried round a point. */
const carried = async (page, { x, y }, moves) => {
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.evaluate(() => {
    globalThis.frames = []
    let last = performance.now()
    const tick = (now) => {
      globalThis.frames.push(now - last)
      last = now
      requestAnimationFrame(tick)
    }
    requestAnimationFrame(tick)
  })
  const session = await page.context().newCDPSession(page)
  await session.send('Performance.enable')
  const scripting = async () =>
    (await session.send('Performance.getMetrics')).metrics.find(
      ({ name }) => name === 'ScriptDuration',
    ).value
  const before = await scripting()
  for (let i = 0; i < moves; i++)
    await page.mouse.move(x + 90 * Math.sin(i / 12), y + 60 * Math.cos(i / 9))
  const spent = (1000 * ((await scripting()) - before)) / moves
  const frames = (await page.evaluate(() => globalThis.frames)).sort((a, b) => a - b)
  const at = (share) => frames[Math.floor(share * (frames.length - 1))]
  return `${moves} moves: ${spent.toFixed(2)} ms of script a move, of 16.7 in a frame; frames ${at(0.5).toFixed(1)} ms in the middle, ${at(0.95).toFixed(1)} ms at 95 in 100`
}

const MOVES = 240
const centre = ({ x, y, width, height }) => ({ x: x + width / 2, y: y + height / 2 })

export const benchMap = async (browser, address) => {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(`${address}/tubs/1/dose`)
  await page.waitForLoadState('networkidle')
  const ring = await page.getByRole('button', { name: /^What if: alkalinity/ }).boundingBox()
  const said = await carried(page, centre(ring), MOVES)
  await page.mouse.up()
  await page.close()
  console.log(`\nthe ring carried over the balance map, ${said}`)
}

export const benchLanes = async (browser, address) => {
  const page = await browser.newPage({ viewport: { width: 1280, height: 900 } })
  await page.goto(`${address}/tubs/1/visit?tubs=1+2`)
  await page.waitForLoadState('networkidle')
  const block = await page.getByRole('slider', { name: 'cover wipe' }).first().boundingBox()
  const said = await carried(page, centre(block), MOVES)
  // Put down on nothing: the pointer is where it was taken up.
  await page.keyboard.press('Escape')
  await page.close()
  console.log(`a job carried over the lanes of two tubs, ${said}`)
}
