import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { declareClassPlugin, PluginKind } from '@stryker-mutator/api/plugin'
import { keyOf } from './draw.mjs'

const directory = join(import.meta.dirname, '../../.lodge/mutation')

/** Lets only those faults through that were drawn: a range of a file holds further ones. */
class Drawn {
  async init() {
    this.drawn = new Set(JSON.parse(readFileSync(join(directory, 'drawn.json'), 'utf8')))
  }

  async check(mutants) {
    return Object.fromEntries(
      mutants.map((mutant) => [
        mutant.id,
        this.drawn.has(keyOf(mutant)) ? { status: 'passed' } : { status: 'compileError', reason: 'not drawn' },
      ]),
    )
  }

  group(mutants) {
    return Promise.resolve([mutants.map(({ id }) => id)])
  }
}

export const strykerPlugins = [declareClassPlugin(PluginKind.Checker, 'drawn', Drawn)]
