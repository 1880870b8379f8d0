// Sets the clock of what loads it: Date runs as before, PAVREL_CLOCK_SHIFT_MS later. For tests, which read no wall clock; a server gets
// it by NODE_OPTIONS, a page by its source.

/** Moves the Date of this world by so many milliseconds; it goes on running. A proxy, for libraries copy what Date's prototype has. */
const moveClock = (shift) => {
  const Wall = globalThis.Date
  const now = () => Wall.now() + shift
  globalThis.Date = new Proxy(Wall, {
    apply: () => new Wall(now()).toString(),
    construct: (target, given, made) =>
      Reflect.construct(target, given.length > 0 ? given : [now()], made),
    get: (target, name) => (name === 'now' ? now : Reflect.get(target, name)),
  })
}

module.exports = { moveClock }
const shift = Number(process.env.PAVREL_CLOCK_SHIFT_MS ?? 0)
if (shift !== 0) moveClock(shift)
