// Puts a process's wall clock forward or back by as many seconds as a file says, also while it runs.
import { readFileSync } from 'node:fs'

const file = process.env.LODGE_TEST_CLOCK
const RealDate = Date
const realNow = RealDate.now
let ahead = 0

function look() {
  ahead = Number(readFileSync(file, 'utf8')) * 1000
}

if (file) {
  look()
  setInterval(look, 10).unref()
  globalThis.Date = class extends RealDate {
    constructor(...words) {
      if (words.length === 0) super(realNow() + ahead)
      else super(...words)
    }
    static now() {
      return realNow() + ahead
    }
  }
}
