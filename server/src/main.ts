import 'reflect-metadata'
import { readConfiguration } from './configuration.ts'
import { startLodge } from './start.ts'

const running = await startLodge(readConfiguration(process.env))
process.send?.({ port: running.port })
for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => {
    void running.stop().then(() => process.exit(0))
  })
}
