/** A fault by its place and what it puts there; the file by its name within the core. */
export function keyOf({ fileName, location: { start, end }, mutatorName, replacement }) {
  const file = fileName.slice(fileName.lastIndexOf('core/src/'))
  return `${file} ${start.line}:${start.column}-${end.line}:${end.column} ${mutatorName} ${replacement}`
}

/** A small generator of numbers between 0 and 1 (mulberry32), so that the same seed draws the same faults. */
export function lot(seed) {
  let state = seed
  return () => {
    state = (state + 0x6d2b79f5) | 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296
  }
}

/** So many of a list, each as likely as any other. */
export function draw(list, number, next) {
  const left = [...list]
  return Array.from(
    { length: Math.min(number, list.length) },
    () => left.splice(Math.floor(next() * left.length), 1)[0],
  )
}

/** The score and the interval of Wilson that holds the score of all faults in 95 of 100 draws. */
export function scoreOf(found, tried) {
  const z = 1.96
  const share = found / tried
  const middle = (share + (z * z) / (2 * tried)) / (1 + (z * z) / tried)
  const half = (z / (1 + (z * z) / tried)) * Math.sqrt((share * (1 - share)) / tried + (z * z) / (4 * tried * tried))
  return { share, from: middle - half, until: middle + half }
}
