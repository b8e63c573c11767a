/** What the desk of the sample world has written down. */
export const ARTICLES: {
  title: string
  body: string
  keywords: string
  audience: 'requesters' | 'desk' | 'team'
  portals: string[]
  team?: string
  items?: string[]
  equipment_types?: string[]
  categories?: string[]
  draft?: true
  owner?: string
  /** In so many days from the beginning of the demo it is looked at again. */
  reviewIn?: number
  /** What it said before. */
  before?: string
}[] = [
  {
    title: 'A till prints blank receipts',
    body: 'The paper has one side that takes print.\n\n1. Open the lid and take the roll out.\n2. Scratch both sides with a nail: the side that goes **dark** must face the print head.\n3. Put it back, close the lid, print a test with the long button.\n\nIf it stays blank, ask for *A till prints blank receipts* and say which till it is.',
    keywords: 'printer paper roll empty white',
    audience: 'requesters',
    portals: [],
    items: ['till-receipts'],
    owner: 'per-lund',
    reviewIn: -6,
    before:
      'The paper has one side that takes print.\n\n1. Open the lid and take the roll out.\n2. Turn the roll over.\n3. Put it back and close the lid.\n\nIf it stays blank, ask for *A till prints blank receipts*.',
  },
  {
    title: 'Wi-Fi on board asks for a code',
    body: 'The code changes each Monday at 06:00. It stands on the card at the purser’s desk, and on the crew board behind the bar.\n\nTurn Wi-Fi off and on again after 06:00: machines remember the old code for a while.',
    keywords: 'wifi wireless password code crossing',
    audience: 'requesters',
    portals: ['merrow'],
    items: ['crossing-wifi'],
    owner: 'tora-aas',
    reviewIn: 120,
  },
  {
    title: 'I am locked out after too many tries',
    body: 'After eight wrong tries an account rests for ten minutes. Wait that long, then try once, slowly.\n\nIf you have a new telephone, the desk must know it first: ask for *I cannot sign in*.',
    keywords: 'password locked account sign in forgotten',
    audience: 'requesters',
    portals: [],
  },
  {
    title: 'Gate scanner: what each light says',
    body: 'Each scanner at a gate has one light above the glass. It tells what to do before anybody is sent for.\n\n## Green, steady\n\nIt reads. If one ticket is refused, it is the ticket: look at its date.\n\n## Green, blinking\n\nIt has lost the line to the landing and keeps up to **400 tickets** itself. Go on boarding, and tell the desk when it has blinked for a quarter of an hour.\n\n## Red\n\nThe glass is dirty or the lamp is gone. Wipe it with a dry cloth first; then hold a white paper to it. If the paper stays dark, the lamp is gone: use the other gate.\n\n## No light at all\n\nIt has no power. Look whether the plug below the rail is wet, and leave it alone if it is.',
    keywords: 'scanner light red green gate',
    audience: 'requesters',
    portals: ['merrow'],
    categories: ['gates/scanners'],
    equipment_types: ['Gate scanner'],
    owner: 'tora-aas',
    reviewIn: 60,
  },
  {
    title: 'Procedure: a gate scanner that forgets its tickets',
    body: 'For technicians. A restart empties the queue: copy it before.\n\n1. [ ] Hold both keys for five seconds\n2. [ ] Plug in the stick and wait for two tones\n3. [ ] Start the scanner anew\n4. [ ] Let it read a ticket, and look whether the queue has grown',
    keywords: 'scanner queue restart procedure',
    audience: 'desk',
    portals: [],
  },
  {
    title: 'Radio on the bridge: which channel when',
    body: 'For the watch of *Bridge & Radio*.\n\n- Channel **12** while a vessel is within the breakwater.\n- Channel **68** beyond it.\n\nA set that hisses on both has lost its aerial: look at the screw below the chart table before you send for anybody.',
    keywords: 'radio aerial channel',
    audience: 'team',
    portals: [],
    team: 'bridge-radio',
    items: ['radio'],
    owner: 'keir-moss',
  },
  {
    title: 'Till drawer that springs open by itself',
    body: 'To be tried at Varnes first:\n\n1. [ ] Take the drawer out and look for a coin below it\n2. [ ] Turn the spring by a quarter',
    keywords: 'drawer spring cash',
    audience: 'desk',
    portals: [],
    draft: true,
    owner: 'mo-tarn',
  },
]

/** What readers of these said, by the title of the article. */
export const SAID_OF_ARTICLES = [
  { title: 'A till prints blank receipts', person: 'harriet-boom', portal: 'port', helped: true, words: '' },
  {
    ...{ title: 'A till prints blank receipts', person: 'tess-quarrie', portal: 'port', helped: false },
    words: 'Our rolls are dark on both sides.',
  },
  { title: 'Wi-Fi on board asks for a code', person: 'frey-holt', portal: 'merrow', helped: true, words: '' },
  {
    ...{ title: 'Gate scanner: what each light says', person: 'ketil-rasp', portal: 'merrow', helped: false },
    words: 'What does yellow say?',
  },
]

/** What visitors of portals looked for and did not find, how many days before the demo begins. */
export const MISSED_SEARCHES = [
  { person: 'ines-varga', portal: 'merrow', words: 'gangway lamp', daysAgo: 3 },
  { person: 'frey-holt', portal: 'merrow', words: 'gangway lamp', daysAgo: 2 },
  { person: 'aud-myhre', portal: 'merrow', words: 'parking for bicycles', daysAgo: 5 },
  { person: 'dr-asa-teal', portal: 'heron', words: 'seal counter', daysAgo: 9 },
]

/** Articles in Norwegian, by the title of each; the second says an older version than there is. */
export const IN_NORWEGIAN = [
  {
    of: 'Wi-Fi on board asks for a code',
    title: 'Nettet om bord spør om en kode',
    body: 'Koden skiftes hver mandag klokken 06.00. Den står på kortet ved purserens pult, og på tavlen bak baren.\n\nSlå nettet av og på igjen etter 06.00: maskiner husker den gamle koden en stund.',
    keywords: 'trådløst passord kode overfart',
    version: 1,
  },
  {
    of: 'A till prints blank receipts',
    title: 'En kasse skriver blanke kvitteringer',
    body: 'Papiret har én side som tar skrift.\n\n1. Åpne lokket og ta ut rullen.\n2. Snu rullen.\n3. Sett den inn og lukk lokket.',
    keywords: 'skriver papir rull tom',
    version: 1,
  },
]

/** Articles that belong together. */
export const TOGETHER = [
  ['Gate scanner: what each light says', 'Procedure: a gate scanner that forgets its tickets'],
  ['Wi-Fi on board asks for a code', 'I am locked out after too many tries'],
] as const
