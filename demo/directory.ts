import type {
  Agreement,
  DirectoryData,
  Equipment,
  Organisation,
  Person,
  Queue,
  ServiceDesk,
  SkillGrade,
} from '../core/design'
import type { Preferences } from '../core/notification'
import { weekly, type Calendar } from '../core/time'
import { oneAt } from '../core/lookup'

/** The demo begins on Monday 16 November 2026, 10:42 in Hallin. */
export const DEMO_BEGINS = Date.UTC(2026, 10, 16, 10, 42)

const ORGANISATIONS: Organisation[] = [
  {
    id: 'merrow',
    name: 'Merrow Line',
    departments: ['Boarding', 'Accounts office', 'Bridge', 'Landings'],
    contact: 'corin-vale',
    phone: '+44 20 5550 0110',
    mail: 'office@merrow.sound.example',
  },
  {
    id: 'port',
    name: 'Hallin Port Trust',
    departments: ['Traffic room', 'Pilots'],
    contact: 'harriet-boom',
  },
  {
    id: 'heron',
    name: 'Grey Heron Observatory',
    departments: ['Instruments', 'Boat'],
    contact: 'dr-asa-teal',
  },
  {
    id: 'lantern',
    name: 'Lantern Rock Museum',
    departments: ['Galleries', 'Lamp room'],
    contact: 'perpetua-glim',
  },
  { id: 'saltern', name: 'Saltern Kelp Works', departments: ['Farms', 'Drying shed'], contact: 'rory-wrack' },
]

const named = (names: readonly string[]) => names.map((name) => ({ id: name, name }))

/** Who works which queue; Ashore is seen by those who go there only. */
const QUEUES: Queue[] = (
  [
    ['boarding', 'Boarding', 'booking-tills'],
    ['terminals', 'Terminals', 'devices-workshop'],
    ['crossings', 'Crossings', 'networks'],
    ['ashore', 'Ashore', 'networks'],
    ['tills', 'Tills', 'booking-tills'],
    ['accounts', 'Accounts', 'access-accounts'],
    ['workshop', 'Workshop', 'devices-workshop'],
    ['field', 'Field', 'field-crew'],
    ['counter', 'Counter', 'front-counter'],
  ] as const
).map(([id, name, team]) => ({ id, name, team }))

const DESKS: ServiceDesk[] = [
  { id: 'house', name: 'House desk', leads: [] },
  { id: 'crews', name: 'Crews’ desk', leads: ['olin-brandt'] },
]
const CREWS = ['bridge-radio', 'field-crew']

/** Minutes between the sites, by road and by boat. */
const WAYS_FROM: Record<string, Record<string, number>> = {
  hallin: { varnes: 340, brannock: 600, traffic: 15, skerry: 240, lantern: 45, saltern: 60 },
  traffic: { skerry: 230, lantern: 40, saltern: 55 },
  lantern: { saltern: 35 },
}

type ShiftName = 'early' | 'day' | 'late' | 'night'

const SHIFTS: Record<ShiftName, [days: number[], from: string, to: string]> = {
  early: [[1, 2, 3, 4, 5, 6], '06:00', '14:00'],
  day: [[1, 2, 3, 4, 5, 6], '08:00', '16:00'],
  late: [[1, 2, 3, 4, 5, 6], '13:00', '21:00'],
  night: [[1, 2, 3, 4, 5, 6, 7], '20:00', '06:00'],
}

// The first of each team is its lead.
const STAFF: Record<string, [name: string, shift: ShiftName][]> = {
  'front-counter': [
    ['Edda Strand', 'day'],
    ['Joss Hale', 'early'],
    ['Nils Veng', 'late'],
    ['Ama Dorr', 'night'],
  ],
  'bridge-radio': [
    ['Runa Falk', 'day'],
    ['Keir Moss', 'early'],
    ['Liv Sando', 'late'],
    ['Bram Oake', 'night'],
  ],
  networks: [
    ['Mika Okoro', 'day'],
    ['Tora Aas', 'day'],
    ['Sefa Lind', 'early'],
    ['Odd Brekke', 'late'],
    ['Yara Quill', 'night'],
  ],
  'booking-tills': [
    ['Per Lund', 'day'],
    ['Mo Tarn', 'early'],
    ['Gry Holm', 'late'],
    ['Jory Pell', 'night'],
  ],
  'devices-workshop': [
    ['Pia Lund', 'day'],
    ['Cade Wren', 'early'],
    ['Una Frost', 'night'],
    ['Tam Reed', 'late'],
  ],
  'access-accounts': [
    ['Ove Stern', 'day'],
    ['Isla Birk', 'early'],
    ['Rhea Munk', 'late'],
  ],
  'field-crew': [
    ['Hal Rowan', 'early'],
    ['Sten Vik', 'day'],
    ['Dara Lowe', 'day'],
  ],
}

/** Where the shifts of a team begin, where that is not Hallin. */
const BEGINS_AT: Record<string, string> = { 'bridge-radio': 'traffic' }

/** What some of them know that not everybody of their team does. */
const SKILLS: Record<string, string[]> = {
  'Runa Falk': ['radio', 'bridge systems'],
  'Keir Moss': ['radio', 'bridge systems'],
  'Liv Sando': ['bridge systems'],
  'Bram Oake': ['radio', 'bridge systems'],
  'Mika Okoro': ['radio masts', 'fibre'],
  'Tora Aas': ['radio masts'],
  'Sefa Lind': ['fibre'],
  'Odd Brekke': ['radio masts', 'fibre'],
  'Yara Quill': ['fibre'],
}

/** How well, where it is not just sure. */
const GRADES: Record<string, Record<string, SkillGrade>> = {
  'Runa Falk': { radio: 'expert' },
  'Mika Okoro': { fibre: 'expert', 'radio masts': 'expert' },
}

const NIGHT = { from: '22:00', to: '07:00' }

/** How some of them want to be told. */
const WAYS: Record<string, Preferences> = {
  'Olin Brandt': { ways: [{ channel: 'mail' }, { channel: 'text', address: '555 0101' }], quiet: NIGHT },
  'Per Lund': { ways: [{ channel: 'pager', address: '4101' }, { channel: 'mail' }] },
  'Runa Falk': { ways: [{ channel: 'pager', address: '4102' }, { channel: 'mail' }] },
  'Mika Okoro': { ways: [{ channel: 'chat', address: 'mika' }, { channel: 'mail' }] },
  'Edda Strand': { ways: [{ channel: 'text', address: '555 0104' }, { channel: 'mail' }], quiet: NIGHT },
  'Tora Aas': {
    ways: [{ channel: 'mail' }, { channel: 'pager', address: '4105', hours: NIGHT }],
    quiet: NIGHT,
  },
}

/** Where some requesters work; departments can have a priority of their own. */
const DEPARTMENTS: Record<string, string> = {
  'Harriet Boom': 'Traffic room',
  'Ivo Lade': 'Traffic room',
  'Tess Quarrie': 'Pilots',
  'Corin Vale': 'Boarding',
  'Maud Ferrier': 'Boarding',
  'Ines Varga': 'Boarding',
  'Wyn Calder': 'Accounts office',
  'Finn Sorrel': 'Instruments',
}

const TEAM_NAMES: Record<string, string> = {
  'front-counter': 'Front Counter',
  'bridge-radio': 'Bridge & Radio',
  networks: 'Networks',
  'booking-tills': 'Booking & Tills',
  'devices-workshop': 'Devices & Workshop',
  'access-accounts': 'Access & Accounts',
  'field-crew': 'Field Crew',
}

const REQUESTERS: Record<string, string[]> = {
  hallin: ['Corin Vale', 'Maud Ferrier', 'Nell Arkle', 'Bo Sayer', 'Teo Marsh', 'Wyn Calder'],
  varnes: ['Ines Varga', 'Ketil Rasp', 'Aud Myhre', 'Frey Holt', 'Signe Dahl'],
  brannock: ['Lowell Pike', 'Cass Trewin', 'Abel Rook', 'June Sarle'],
  traffic: ['Harriet Boom', 'Ivo Lade', 'Tess Quarrie', 'Olaf Penn', 'Greta Swale'],
  skerry: ['Dr Asa Teal', 'Finn Sorrel', 'Moss Garrow', 'Elin Var'],
  lantern: ['Perpetua Glim', 'Noor Wick', 'Jem Lantry'],
  saltern: ['Rory Wrack', 'Bea Dulse', 'Tor Laver'],
}

const idOf = (name: string) => name.toLowerCase().replace(/[^a-z]+/g, '-')

const SITES = [
  ['hallin', 'Hallin', 'Europe/London', 'merrow', 'hallin'],
  ['varnes', 'Varnes Quay', 'Europe/Oslo', 'merrow', 'varnes'],
  ['brannock', 'St Brannock Pier', 'America/Halifax', 'merrow', 'brannock'],
  ['traffic', 'Hallin traffic room', 'Europe/London', 'port', 'clock'],
  ['skerry', 'Outer Skerry', 'Atlantic/Reykjavik', 'heron', 'skerry'],
  ['lantern', 'Lantern Rock', 'Europe/London', 'lantern', 'office'],
  ['saltern', 'Saltern farms', 'Europe/London', 'saltern', 'office'],
].map(([id, name, zone, organisation, calendar]) => ({
  id: id!,
  name: name!,
  zone: zone!,
  organisation: organisation!,
  calendar: calendar!,
  // Who asks first of each site looks after it.
  manager: idOf(oneAt(REQUESTERS[id!]!, 0)),
  ways: WAYS_FROM[id!] ?? {},
}))

function shiftCalendar(id: string, shift: ShiftName): Calendar {
  const [days, from, to] = SHIFTS[shift]
  return {
    id: `shift-${id}`,
    name: `${shift} shift`,
    zone: 'Europe/London',
    week: weekly(days, from, to),
    exceptions: [],
  }
}

function person(name: string, role: string, more: Partial<Person>): Person {
  const id = idOf(name)
  return {
    id,
    name,
    role,
    active: true,
    zone: 'Europe/London',
    teams: [],
    mail: `${id}@commons.sound.example`,
    ...more,
  }
}

function staff(): Person[] {
  return Object.entries(STAFF).flatMap(([team, members]) =>
    members.map(([name, shift], index) => {
      const role = index === 0 && team === 'access-accounts' ? 'dispatcher' : 'technician'
      return person(name, role, {
        teams: [team],
        shift: shiftCalendar(idOf(name), shift),
        ...(SKILLS[name] && { skills: SKILLS[name] }),
        ...(GRADES[name] && { grades: GRADES[name] }),
        ...(index > 0 && { manager: idOf(oneAt(members, 0)[0]) }),
        ...(WAYS[name] && { notify: WAYS[name] }),
      })
    }),
  )
}

function requesters(): Person[] {
  return SITES.flatMap((site) =>
    REQUESTERS[site.id]!.map((name) =>
      person(name, 'requester', {
        organisation: site.organisation,
        site: site.id,
        zone: site.zone,
        mail: `${idOf(name)}@${site.organisation}.sound.example`,
        ...(name === 'Harriet Boom' && { priority: 'p2' }),
        ...(DEPARTMENTS[name] && { department: DEPARTMENTS[name] }),
      }),
    ),
  )
}

/** From the fullest on. */
const COVERS = ['Round the clock', 'Office hours', 'Pay per job']

const YEAR = 365 * 24 * 3_600_000

function agreement(
  number: number,
  organisation: string,
  cover: string,
  ends: number,
  more: Partial<Agreement> = {},
): Agreement {
  return { number, organisation, cover, starts: ends - 2 * YEAR, ends, type: 'maintenance', ...more }
}

/** What stands at the sites: name, maker and model, how many, and where. Makers are made up. */
const MACHINES: [name: string, maker: string, model: string, count: number, sites: string[]][] = [
  ['Gate scanner', 'Petrel Works', 'GS-4', 4, ['hallin', 'varnes', 'brannock']],
  ['Bridge tablet', 'Fathom', 'T10', 3, ['hallin', 'varnes']],
  ['Till', 'Coinwright', 'Tern', 3, ['hallin', 'varnes', 'brannock', 'lantern']],
  ['Card reader', 'Coinwright', 'Plover', 2, ['hallin', 'lantern']],
  ['Wall screen', 'Lumen & Daughters', 'W55', 3, ['traffic', 'hallin']],
  ['Audio guide', 'Shellsong', 'AG2', 4, ['lantern']],
  ['Farm camera', 'Petrel Works', 'Eye-3', 3, ['saltern']],
  ['Data logger', 'Grebe Instruments', 'DL-8', 2, ['skerry']],
]

/** What is written down of machines of a type. */
const TYPE_FIELDS: Record<string, string[]> = {
  'Gate scanner': ['Firmware', 'Gate'],
  Till: ['Drawer key'],
}

function equipment(agreements: Agreement[]): Equipment[] {
  let number = 5001
  return MACHINES.flatMap(([name, maker, model, count, sites]) =>
    sites.flatMap((site) =>
      Array.from({ length: count }, (_, index): Equipment => {
        const { organisation } = SITES.find((one) => one.id === site)!
        const covered = agreements.find((one) => one.organisation === organisation)
        return {
          number: number++,
          type: name,
          state: 'in use',
          ...(name === 'Gate scanner' && {
            parts: ['Cradle', 'Lens'],
            extra: { Firmware: '4.2', Gate: String(index + 1) },
          }),
          name: `${name} ${index + 1}, ${SITES.find((one) => one.id === site)!.name}`,
          maker,
          model,
          serial: `${model.replace(/\W/g, '')}-${(number * 7919) % 100_000}`,
          organisation,
          site,
          ...(covered && { agreement: covered.number }),
          // Every third is new enough that its maker repairs it.
          ...(index % 3 === 0 && { warrantyUntil: Date.UTC(2027, 3 + index, 1) }),
        }
      }),
    ),
  )
}

/** The people, teams, places and agreements of the sample world. */
export const demoDirectory = (): DirectoryData => structuredClone(directory())

function directory(): DirectoryData {
  return {
    organisations: ORGANISATIONS,
    sites: SITES,
    teams: Object.entries(STAFF).map(([id, members]) => ({
      id,
      name: TEAM_NAMES[id]!,
      lead: idOf(oneAt(members, 0)[0]),
      desks: [CREWS.includes(id) ? 'crews' : 'house'],
      site: BEGINS_AT[id] ?? 'hallin',
    })),
    queues: QUEUES,
    desks: DESKS,
    skills: named([...new Set(Object.values(SKILLS).flat())]),
    covers: named(COVERS),
    agreementTypes: named(['maintenance', 'warranty', 'call-off']),
    equipmentTypes: named(MACHINES.map(([name]) => name)).map((one) => ({
      ...one,
      fields: TYPE_FIELDS[one.name] ?? [],
    })),
    people: [
      person('Olin Brandt', 'lead', { notify: WAYS['Olin Brandt'] }),
      person('Ada Thorne', 'administrator', {}),
      ...staff(),
      ...requesters(),
    ],
    agreements: AGREEMENTS,
    equipment: equipment(AGREEMENTS),
  }
}

const AGREEMENTS: Agreement[] = [
  agreement(1042, 'merrow', 'Round the clock', Date.UTC(2027, 5, 30), {
    amount: 48_000,
    contact: 'Corin Vale',
    mail: 'corin-vale@merrow.sound.example',
    address: 'Ferry House, Quay 1, Hallin',
  }),
  agreement(1043, 'port', 'Round the clock', Date.UTC(2027, 2, 31), {
    amount: 31_500,
    contact: 'Harriet Boom',
    mail: 'harriet-boom@port.sound.example',
  }),
  agreement(1051, 'heron', 'Office hours', Date.UTC(2026, 11, 18), {
    calendar: 'office',
    amount: 9200,
    contact: 'Dr Asa Teal',
    remarks: 'The boat goes on Tuesdays; parts go with it.',
  }),
  agreement(1057, 'lantern', 'Office hours', Date.UTC(2026, 9, 31), {
    amount: 4100,
    contact: 'Perpetua Glim',
    remarks: 'Asked whether it goes on; no answer yet.',
  }),
  agreement(1060, 'saltern', 'Pay per job', Date.UTC(2027, 11, 31), {
    type: 'call-off',
    contact: 'Rory Wrack',
  }),
]

/** The word that opens every account of the demo. */
export const DEMO_PASSWORD = 'sound-of-hallin'
