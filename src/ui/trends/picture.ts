/** A word that is drawn into the kept picture beside the chart. */
export interface PictureWord {
  text: string
  x: number
  y: number
  bold?: boolean
  end?: boolean
}

const SPACE = 'http://www.w3.org/2000/svg'

/** The drawn chart with its title and its words, as one picture that stands by itself. */
export const pictureOf = (
  chart: SVGSVGElement,
  words: readonly PictureWord[],
  {
    left,
    top,
    bottom,
    paper,
    ink,
  }: { left: number; top: number; bottom: number; paper: string; ink: string },
): { svg: string; width: number; height: number } => {
  const { width: wide, height: high } = chart.getBoundingClientRect()
  const [width, height] = [Math.ceil(wide + left + 24), Math.ceil(high + top + bottom)]
  const picture = document.createElementNS(SPACE, 'svg')
  picture.setAttribute('xmlns', SPACE)
  picture.setAttribute('width', String(width))
  picture.setAttribute('height', String(height))
  picture.setAttribute('viewBox', `0 0 ${width} ${height}`)
  const ground = document.createElementNS(SPACE, 'rect')
  ground.setAttribute('width', '100%')
  ground.setAttribute('height', '100%')
  ground.setAttribute('fill', paper)
  const copy = chart.cloneNode(true) as SVGSVGElement
  // What belongs to a page and not to a picture.
  for (const one of copy.querySelectorAll('foreignObject, style, title')) one.remove()
  copy.setAttribute('x', String(left))
  copy.setAttribute('y', String(top))
  copy.setAttribute('width', String(wide))
  copy.setAttribute('height', String(high))
  picture.append(ground, copy)
  for (const { text, x, y, bold, end } of words) {
    const word = document.createElementNS(SPACE, 'text')
    word.setAttribute('x', String(x))
    word.setAttribute('y', String(y))
    word.setAttribute('fill', ink)
    word.setAttribute('font-family', 'Verdana, sans-serif')
    word.setAttribute('font-size', bold ? '14' : '12')
    if (bold) word.setAttribute('font-weight', '600')
    if (end) word.setAttribute('text-anchor', 'end')
    word.textContent = text
    picture.append(word)
  }
  return { svg: new XMLSerializer().serializeToString(picture), width, height }
}

export const asPng = async ({
  svg,
  width,
  height,
}: {
  svg: string
  width: number
  height: number
}): Promise<Blob> => {
  const address = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }))
  try {
    const image = new Image()
    image.src = address
    await image.decode()
    const canvas = document.createElement('canvas')
    canvas.width = 2 * width
    canvas.height = 2 * height
    canvas.getContext('2d')?.drawImage(image, 0, 0, 2 * width, 2 * height)
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'))
    if (!blob) throw new Error('the browser drew no picture')
    return blob
  } finally {
    URL.revokeObjectURL(address)
  }
}

export const keepFile = (blob: Blob, name: string) => {
  const address = URL.createObjectURL(blob)
  const link = document.createElement('a')
  link.href = address
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(address), 10_000)
}
