import 'reflect-metadata'
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { chargingGuide } from './charging-guide.ts'

// Writes docs/charging.md; a test says when it has to be written anew.
writeFileSync(join(import.meta.dirname, '../../docs/charging.md'), chargingGuide())
