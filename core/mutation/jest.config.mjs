import { join } from 'node:path'
import configuration from '../../jest.config.mjs'

/** The core's tests as one file, so that all is read at once for each fault, and ended by the first that fails. */
export default {
  rootDir: import.meta.dirname,
  testMatch: ['<rootDir>/all-tests.mjs'],
  transform: {},
  testEnvironment: join(import.meta.dirname, 'until-one-fails.cjs'),
  testTimeout: configuration.testTimeout,
}
