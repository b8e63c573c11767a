import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { afterEach, describe, expect, it } from 'vitest'
import { checkArchitecture } from '../scripts/architecture.mjs'

let folder: string
afterEach(() => rmSync(folder, { recursive: true, force: true }))

/** What the check says of a project made of these files. */
function check(files: Record<string, string>): string[] {
  folder = mkdtempSync(join(tmpdir(), 'yare-rooms-'))
  for (const [path, text] of Object.entries(files)) {
    const file = join(folder, path)
    mkdirSync(dirname(file), { recursive: true })
    writeFileSync(file, text)
  }
  return checkArchitecture(folder) as string[]
}

describe('the architecture check', () => {
  it('has nothing to say of rooms that keep to themselves', () => {
    expect(
      check({
        'core/a.ts': "import { b } from './b'\nexport const a = b",
        'core/b.ts': 'export const b = 1',
        'server/api/x.get.ts': "export default defineRoute({ may: 'workTickets', summary: 'x' }, () => 1)",
        'app/a.vue': "<script setup>\nimport { a } from '~~/core/a'\n</script>",
        'app/kit/KitFiles.vue': '<template><input type="file" /></template>',
        'app/places/x/X.vue': '<template><KitButton>Go</KitButton></template>',
      }),
    ).toEqual([])
  })

  it.each([
    ['core/a.ts', "import { readFileSync } from 'node:fs'", 'the core may not import node:fs'],
    ['core/a.ts', "import x from '../server/x'", 'core may not import from server'],
    ['core/a.ts', 'export const now = Date.now()', 'the core may not read a clock'],
    ['core/a.ts', 'export const x = Math.random()', 'the core may not read a clock, chance'],
    ['app/a.ts', "import { x } from '~~/server/x'", 'app may not import from server'],
    ['server/a.ts', 'export const now = new Date()', 'the time comes from'],
    [
      'server/api/x.get.ts',
      "export default defineRoute({ summary: 'x' }, () => 1)",
      'does not state who may call it',
    ],
    [
      'server/api/x.get.ts',
      "export default defineRoute({ who: 'king', summary: 'x' }, () => 1)",
      'is nothing that can be stated',
    ],
    [
      'server/api/x.get.ts',
      "export default defineRoute({ may: ['seeTickets', 'rule'], summary: 'x' }, () => 1)",
      '“rule” is nothing that can be stated',
    ],
    ['server/api/x.get.ts', 'export default defineEventHandler(() => 1)', 'does not state who may call it'],
    ['app/places/desk/DeskPlace.vue', '<template><button>Go</button></template>', 'take the part of the kit'],
    ['app/layouts/staff.vue', '<template><input v-model="x" /></template>', 'take the part of the kit'],
  ])('finds in %s: %s', (path, text, fault) => {
    expect(check({ [path]: text }).join('\n')).toContain(fault)
  })
})
