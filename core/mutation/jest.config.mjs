import { join } from 'node:path'
import configuration from '../../jest.config.mjs'

const core = configuration.projects.find(({ displayName }) => displayName === 'core')

/** The core's tests as one file, so that its modules are read once for each fault, and ended by the first that fails. */
export default {
  ...core,
  testMatch: ['<rootDir>/core/mutation/all-tests.ts'],
  testEnvironment: join(import.meta.dirname, 'until-one-fails.cjs'),
  testTimeout: configuration.testTimeout,
}
