import 'reflect-metadata'
import { migrationsDirectory } from './command-line/migrate.ts'
import { readConfiguration } from './configuration.ts'
import { startLodge } from './start.ts'
import { pendingMigrations } from './store/migrate.ts'

try {
  const configuration = readConfiguration(process.env)
  const pending = await pendingMigrations(configuration.databaseUrl, migrationsDirectory())
  if (pending.length > 0) {
    throw new Error(`The database lacks ${pending.length} migrations; run \`npm run migrate\` first.`)
  }
  const running = await startLodge(configuration)
  process.send?.({ port: running.port })
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.on(signal, () => {
      void running.stop().then(() => process.exit(0))
    })
  }
} catch (error) {
  console.error((error as Error).message)
  process.exitCode = 1
}
