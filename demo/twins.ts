import { DAY, HOUR, type Instant } from '../core/time'
import { Chance } from './chance'
import { DETAILS, SUMMARIES } from './words'

/** What goes wrong, in the words of several people: of each thing and of each trouble any may be said. */
const TOLD: readonly { item: string; things: readonly string[]; troubles: readonly string[] }[] = [
  {
    item: 'gate-scanner',
    things: ['Gate scanner', 'The scanner at the gate', 'Ticket scanner at our gate'],
    troubles: ['reads no QR tickets', 'will not read QR tickets any more', 'refuses every QR ticket'],
  },
  {
    item: 'crossing-wifi',
    things: ['Wi-Fi on the ferry', 'The ferry Wi-Fi', 'Passenger Wi-Fi on the ferry'],
    troubles: [
      'loses passengers at the buoy',
      'drops all passengers near the buoy',
      'goes away past the buoy',
    ],
  },
  {
    item: 'bridge-tablet',
    things: ['Bridge tablet', 'The tablet on the bridge', 'Mate’s bridge tablet'],
    troubles: ['hangs while it charts the watch', 'hangs at the chart', 'chart hangs, no watch to be seen'],
  },
  {
    item: 'till-receipts',
    things: ['Till printer', 'The printer of the till', 'Receipt printer at the till'],
    troubles: ['jams on every receipt', 'jammed again, no receipt', 'jams, passengers get no receipt'],
  },
  {
    item: 'card-reader',
    things: ['Card reader', 'The reader for cards', 'Kiosk card reader'],
    troubles: ['declines foreign cards', 'says declined to foreign cards', 'declined all foreign cards'],
  },
  {
    item: 'control-screen',
    things: ['Radar screen', 'The radar wall screen', 'Screen of the radar'],
    troubles: ['shows stripes', 'is full of stripes', 'has coloured stripes all over'],
  },
  {
    item: 'shore-network',
    things: ['Landing network', 'The network at the landing', 'Network on our landing'],
    troubles: ['crawls during backups', 'is crawling while backups run', 'crawls, backups all night'],
  },
  {
    item: 'radio',
    things: ['Deck radio', 'The radio on deck', 'Our deck radio'],
    troubles: ['hums on channel 12', 'has a loud hum, channel 12', 'humming on channel 12'],
  },
  {
    item: 'kelp-camera',
    things: ['Farm camera', 'The camera at the farm', 'Camera over the farm'],
    troubles: ['shows fog on a clear day', 'lens fog, sees nothing', 'has fog behind the lens'],
  },
  {
    item: 'audio-guide',
    things: ['Audio guide', 'The audio guides', 'Guides for visitors, audio'],
    troubles: ['stop at room nine', 'stopped in room nine', 'say nothing after room nine'],
  },
]

const SITES = ['hallin', 'varnes', 'brannock', 'traffic', 'skerry', 'lantern', 'saltern']

/** A ticket in few words, and which others are about the same event. */
export interface Told {
  reference: number
  summary: string
  said: string
  item: string
  site: string
  requester: string
  machine?: string
  at: Instant
  /** The same number: the same event. Every other ticket has one of its own. */
  event: number
}

/**
 * Tickets of a year, of which some tell the same event in the words of two or three people; all others are about something
 * of their own, though often in the very same words as another at another place and time.
 * @param events how many events are told more than once
 * @param others how many other tickets there are
 */
export function toldTwice(seed: number, events: number, others: number): Told[] {
  const chance = new Chance(seed)
  const from = Date.UTC(2026, 0, 1)
  const moment = () => from + Math.floor(chance.between(0, 365 * DAY))
  const machineOf = (item: string, site: string, one: number) => `${item}-${site}-${one}`
  const told: Omit<Told, 'reference'>[] = []
  for (let event = 1; event <= events; event++) {
    const { item, things, troubles } = chance.pick(TOLD)
    const site = chance.pick(SITES)
    const began = moment()
    const machine = chance.happens(0.5) ? machineOf(item, site, chance.whole(1, 4)) : undefined
    const tellers = chance.happens(0.3) ? 3 : 2
    for (let teller = 0; teller < tellers; teller++)
      told.push({
        ...{ event, item, site, ...(machine && { machine }) },
        summary: `${chance.pick(things)} ${chance.pick(troubles)}`,
        said: chance.pick(DETAILS),
        requester: `${site}-${chance.whole(1, 8)}`,
        at: began + Math.floor(chance.between(0, 6 * HOUR)),
      })
  }
  const items = Object.keys(SUMMARIES)
  for (let other = 0; other < others; other++) {
    const item = chance.pick(items)
    const site = chance.pick(SITES)
    told.push({
      ...{ event: events + 1 + other, item, site },
      ...(chance.happens(0.3) && { machine: machineOf(item, site, chance.whole(1, 4)) }),
      summary: chance.pick(SUMMARIES[item]!),
      said: chance.pick(DETAILS),
      requester: `${site}-${chance.whole(1, 8)}`,
      at: moment(),
    })
  }
  return told.sort((a, b) => a.at - b.at).map((one, at) => ({ reference: at + 1, ...one }))
}
