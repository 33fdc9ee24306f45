import 'reflect-metadata'
import { writeFileSync } from 'node:fs'
import { isDate } from '@lodge/core'
import { BadCall, runCommandLine } from '@lodge/server/command-line'
import { generateBook } from './generator.ts'

interface Options {
  people: string
  seed: string
  today: string
  output?: string
}

/** `lodge generate`: a larger account book, to standard output or a file. */
export function generate({ people, seed, today, output }: Options, print: (text: string) => void): void {
  const [count, lot] = [Number(people), Number(seed)]
  if (!Number.isInteger(count) || count < 20 || count > 50_000) {
    throw new BadCall(`--people ${people} must be a whole number from 20 to 50000.`)
  }
  if (!Number.isInteger(lot)) throw new BadCall(`--seed ${seed} must be a whole number.`)
  if (!isDate(today)) throw new BadCall(`--today ${today} is no date; write it as 2026-06-16.`)
  const text = JSON.stringify(generateBook({ people: count, seed: lot, today }))
  if (output) writeFileSync(output, `${text}\n`)
  else print(text)
}

if (process.argv[1]?.endsWith('lodge.ts')) {
  process.exitCode = await runCommandLine(process.argv.slice(2), console.log, console.error, (program) =>
    program
      .command('generate')
      .description('write a larger account book made from the demo’s ingredients')
      .requiredOption('--people <number>', 'how many people: 20 to 50000')
      .option('--seed <number>', 'the same seed gives the same book', '1')
      .option('--today <date>', 'the day around which its dates lie', '2026-06-16')
      .option('--output <file>', 'where to write it; left out, to standard output')
      .action((options: Options) => generate(options, console.log)),
  )
}
