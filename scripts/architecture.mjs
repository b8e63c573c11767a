// The architecture check: who may import whom, and that every route states who may call it.
import { readdirSync, readFileSync, statSync } from 'node:fs'
import { join, relative, resolve, dirname } from 'node:path'
import { pathToFileURL } from 'node:url'

// The core may use nothing from outside: no framework, no Node, no database. An engine that is pure computation may be
// named here.
const PURE = ['minisearch', 're2js', 'markdown-it', 'snowball-stemmers']
const ROOMS = {
  core: ['core'],
  server: ['server', 'core'],
  app: ['app', 'core'],
  cli: ['cli', 'server', 'core', 'demo'],
  demo: ['demo', 'core', 'server'],
}
const IMPORT =
  /(?:^|\n)\s*(?:import|export)\s(?:[^'"]*?from\s*)?['"]([^'"]+)['"]|import\(\s*['"]([^'"]+)['"]\s*\)/g
const ANYBODY = ['anyone', 'signedIn', 'staff', 'demo']
/** The names of rights, as the one list of them has them. */
const RIGHTS = [
  ...readFileSync(new URL('../core/rights/right.ts', import.meta.url), 'utf8').matchAll(/^ {2}(\w+): \{/gm),
].map((match) => match[1])

function filesBelow(folder) {
  try {
    return readdirSync(folder, { recursive: true })
      .map((file) => join(folder, String(file)))
      .filter((file) => /\.(ts|vue|mjs)$/.test(file) && statSync(file).isFile())
  } catch {
    return []
  }
}

function importsOf(text) {
  return [...text.matchAll(IMPORT)].map((match) => match[1] ?? match[2])
}

function roomOf(root, file, name) {
  if (name.startsWith('.')) return relative(root, resolve(dirname(file), name)).split('/')[0]
  if (name.startsWith('~~/')) return name.slice(3).split('/')[0]
  if (name.startsWith('~/')) return 'app'
  return undefined
}

const CLOCK_OF_CORE = /\b(Date\.now\(|Math\.random\(|new Date\(\)|performance\.now\(|process\.)/

function checkImports(root, room) {
  return filesBelow(join(root, room))
    .filter((file) => !/\.test\.ts$/.test(file))
    .flatMap((file) => {
      const text = readFileSync(file, 'utf8')
      const place = relative(root, file)
      const faults = importsOf(text).flatMap((name) => checkImport(root, room, file, name))
      if (room === 'core' && CLOCK_OF_CORE.test(text))
        faults.push('the core may not read a clock, chance or the process')
      if (
        room === 'server' &&
        !place.endsWith('clock/deskClock.ts') &&
        /\b(Date\.now\(|new Date\(\))/.test(text)
      )
        faults.push('the time comes from server/clock/deskClock.ts')
      return faults.map((fault) => `${place}: ${fault}`)
    })
}

function checkImport(root, room, file, name) {
  const target = roomOf(root, file, name)
  if (target && target in ROOMS && !ROOMS[room].includes(target))
    return [`${room} may not import from ${target} (${name})`]
  return room === 'core' && !target && !PURE.includes(name) ? [`the core may not import ${name}`] : []
}

function checkRoutes(root) {
  return filesBelow(join(root, 'server/api'))
    .filter((file) => !file.endsWith('.test.ts'))
    .flatMap((file) => {
      const text = readFileSync(file, 'utf8')
      const place = relative(root, file)
      const said = /export default defineRoute\(\s*\{\s*(who|may):\s*(\[[^\]]*\]|'\w+')/.exec(text)
      if (!said) return [`${place}: the route does not state who may call it (who: … or may: …)`]
      const known = said[1] === 'who' ? ANYBODY : RIGHTS
      return [...said[2].matchAll(/'(\w+)'/g)]
        .filter(([, one]) => !known.includes(one))
        .map(([, one]) => `${place}: “${one}” is nothing that can be stated`)
    })
}

/** Where controls of the browser itself may stand; everywhere else what is pressed, typed into or chosen from is the kit's. */
const CONTROLS = /^app\/(?:kit\/(?!samples\/)|ledger\/)/
const RAW = /<(button|input|select|textarea|dialog|table)[\s/>]/

function checkControls(root) {
  return filesBelow(join(root, 'app')).flatMap((file) => {
    const place = relative(root, file)
    if (CONTROLS.test(place) || !place.endsWith('.vue')) return []
    const raw = RAW.exec(readFileSync(file, 'utf8'))?.[1]
    return raw ? [`${place}: <${raw}> stands in app/kit and app/ledger only; take the part of the kit`] : []
  })
}

/** @returns {string[]} what is wrong, one line each */
export function checkArchitecture(root) {
  return [
    ...Object.keys(ROOMS).flatMap((room) => checkImports(root, room)),
    ...checkRoutes(root),
    ...checkControls(root),
  ]
}

if (process.argv[1] && import.meta.url === pathToFileURL(process.argv[1]).href) {
  const faults = checkArchitecture(process.cwd())
  for (const fault of faults) console.error(fault)
  console.log(faults.length ? `architecture: ${faults.length} faults` : 'architecture: nothing to say')
  process.exit(faults.length ? 1 : 0)
}
