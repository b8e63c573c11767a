/** What the desk of the sample world has written down. */
export const ARTICLES: {
  title: string
  body: string
  keywords: string
  audience: 'requesters' | 'desk'
  portals: string[]
}[] = [
  {
    title: 'A till prints blank receipts',
    body: 'The paper has one side that takes print.\n\n1. Open the lid and take the roll out.\n2. Scratch both sides with a nail: the side that goes **dark** must face the print head.\n3. Put it back, close the lid, print a test with the long button.\n\nIf it stays blank, ask for *A till prints blank receipts* and say which till it is.',
    keywords: 'printer paper roll empty white',
    audience: 'requesters',
    portals: [],
  },
  {
    title: 'Wi-Fi on board asks for a code',
    body: 'The code changes each Monday at 06:00. It stands on the card at the purser’s desk, and on the crew board behind the bar.\n\nTurn Wi-Fi off and on again after 06:00: machines remember the old code for a while.',
    keywords: 'wifi wireless password code crossing',
    audience: 'requesters',
    portals: ['merrow'],
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
    body: '- **Green, steady**: it reads.\n- **Green, blinking**: it has lost the line to the landing and keeps up to 400 tickets itself.\n- **Red**: the glass is dirty or the lamp is gone. Wipe it with a dry cloth first.',
    keywords: 'scanner light red green gate',
    audience: 'requesters',
    portals: ['merrow'],
  },
  {
    title: 'Procedure: a gate scanner that forgets its tickets',
    body: 'For technicians. A restart empties the queue: copy it before.\n\n1. [ ] Hold both keys for five seconds\n2. [ ] Plug in the stick and wait for two tones\n3. [ ] Start the scanner anew\n4. [ ] Let it read a ticket, and look whether the queue has grown',
    keywords: 'scanner queue restart procedure',
    audience: 'desk',
    portals: [],
  },
]
