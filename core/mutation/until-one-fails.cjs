// eslint-disable-next-line @typescript-eslint/no-require-imports -- environments of tests are required, not imported
const { TestEnvironment } = require('jest-environment-node')

/** Leaves out every test after the first that fails: a fault that is found is found. */
module.exports = class UntilOneFails extends TestEnvironment {
  #hasFailed = false

  handleTestEvent(event) {
    if (event.name === 'test_fn_failure' || event.name === 'hook_failure') this.#hasFailed = true
    if (event.name === 'test_start' && this.#hasFailed) event.test.mode = 'skip'
  }
}
