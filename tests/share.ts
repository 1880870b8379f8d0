const WHOLE = process.env.PAVREL_WHOLE === '1'

/**
 * How many of what a test draws are drawn: a share in `npm test`, all of them in `npm run test:whole`, from the same seeds.
 * `scripts/shares.mjs` reads these calls and says what was left out.
 * @param _of what they are
 */
export const share = (_of: string, some: number, all: number): number => (WHOLE ? all : some)
