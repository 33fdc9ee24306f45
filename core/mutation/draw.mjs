import fastCheck from 'fast-check'

/** A fault by its place and what it puts there; the file by its name within the core. */
export function keyOf({ fileName, location: { start, end }, mutatorName, replacement }) {
  const file = fileName.slice(fileName.lastIndexOf('core/src/'))
  return `${file} ${start.line}:${start.column}-${end.line}:${end.column} ${mutatorName} ${replacement}`
}

/** So many of a list, each as likely as any other; the same for the same seed. */
export function draw(list, number, seed) {
  const size = Math.min(number, list.length)
  const few = fastCheck.shuffledSubarray(list, { minLength: size, maxLength: size })
  return fastCheck.sample(few, { seed, numRuns: 1 })[0]
}

/** The score and the interval of Wilson that holds the score of all faults in 95 of 100 draws. */
export function scoreOf(found, tried) {
  const z = 1.96
  const share = found / tried
  const middle = (share + (z * z) / (2 * tried)) / (1 + (z * z) / tried)
  const half = (z / (1 + (z * z) / tried)) * Math.sqrt((share * (1 - share)) / tried + (z * z) / (4 * tried * tried))
  return { share, from: middle - half, until: middle + half }
}
