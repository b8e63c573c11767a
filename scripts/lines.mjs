// Tells how many lines the code has by room, and what share of them are tests.
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'

const CODE = /\.(ts|vue|mjs|css)$/
const TEST = /(\.test\.ts$|\.spec\.ts$|^tests\/)/
const roomOf = (file) => (file.includes('/') ? file.split('/')[0] : 'settings')

const files = execFileSync('git', ['ls-files'], { encoding: 'utf8' })
  .split('\n')
  .filter((file) => CODE.test(file))
const rooms = new Map()
for (const file of files) {
  // Tests that stand in `tests/` are of the whole, those beside the code are of its room.
  const room = rooms.get(roomOf(file)) ?? { code: 0, tests: 0 }
  room[TEST.test(file) ? 'tests' : 'code'] += readFileSync(file, 'utf8').split('\n').length - 1
  rooms.set(roomOf(file), room)
}

const line = (name, { code, tests }) =>
  `${name.padEnd(10)}${String(code).padStart(9)}${String(tests).padStart(9)}${`${((tests * 100) / (code + tests)).toFixed(1)} %`.padStart(9)}`
const all = [...rooms.values()].reduce(
  (sum, one) => ({ code: sum.code + one.code, tests: sum.tests + one.tests }),
  { code: 0, tests: 0 },
)
console.log(`${'room'.padEnd(10)}${'code'.padStart(9)}${'tests'.padStart(9)}${'share'.padStart(9)}`)
for (const [name, room] of [...rooms].sort((a, b) => b[1].code - a[1].code)) console.log(line(name, room))
console.log(line('all', all))
