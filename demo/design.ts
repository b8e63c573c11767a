import { FIELDS, kindsBeside } from './kinds'
import { NORWEGIAN } from './norwegian'
import { PLANS } from './plans'
import { WORK } from './work'
import type { Target } from '../core/clock'
import { firstDesign, type Design } from '../core/design'
import { LADDERS, MAJOR_LEVEL, ROTAS, WEBHOOKS } from './ladders'
import { oneAt } from '../core/lookup'
import { CATEGORIES, FORMS, ITEMS, QUESTIONS } from './catalog'
import { CALENDARS } from './hours'
import { ROUTING, SIGNALS, SKILLS, WEIGHT, WEIGHTS } from './triage'

const both = (
  respond: Record<string, string>,
  resolve: Record<string, string>,
  calendar: Target['calendar'] = 'site',
) =>
  [
    { target: 'respond', label: 'Answer', granted: respond, calendar, pauseIn: [], stopOn: 'reply' },
    { target: 'resolve', label: 'Solve', granted: resolve, calendar, pauseIn: ['waiting'], stopOn: 'done' },
  ] satisfies Design['serviceLevels'][number]['targets']

const by = (p1: string, p2: string, p3: string, p4: string, p5: string) => ({ p1, p2, p3, p4, p5 })

/** The design of the Sound Commons, edition 1 of the demo; each call gives a copy of its own. */
export function demoDesign(): Design {
  return structuredClone(makeDesign())
}

function makeDesign(): Design {
  const first = firstDesign('The Sound Commons', 'Europe/London', 'front-counter')
  const portal = (id: string, name: string, motto: string, organisation: string) => ({
    id,
    name,
    motto,
    organisations: [organisation],
    mailbox: `help@${id}.sound.example`,
    inactivityMinutes: 15,
    byMail: { item: 'something-else', unknown: 'refuse' as const },
  })
  return {
    ...first,
    desk: {
      ...{ name: 'The Sound Commons', zone: 'Europe/London', calendar: 'desk' },
      assist: { service: 'http://assist-service.standin.localhost/assist', shows: ['report'] },
    },
    calendars: CALENDARS,
    priorities: first.priorities.map((one) => ({ ...one, ...WEIGHTS[one.id] })),
    categories: CATEGORIES,
    kinds: [...first.kinds, ...kindsBeside(oneAt(first.kinds, 0))],
    questions: QUESTIONS,
    fields: [...first.fields, ...FIELDS],
    forms: FORMS,
    groups: [
      ['gate', 'At the gate and on board'],
      ['tills', 'Tills and booking'],
      ['machines', 'Screens, machines, networks'],
      ['people', 'People and access'],
    ].map(([id, name]) => ({ id: id!, name: name! })),
    items: ITEMS,
    portals: [
      // Half of its landings are Norwegian.
      {
        ...portal('merrow', 'Merrow Line', 'help at sea and ashore', 'merrow'),
        languages: ['en', 'nb'],
        colleagues: ['ask', 'see'],
      },
      portal('port', 'Hallin Port Trust', 'help for the harbour', 'port'),
      // Who keeps the instruments knows best which of them it is.
      {
        ...portal('heron', 'Grey Heron Observatory', 'help on the skerry', 'heron'),
        categoryLevels: 3,
        requestersPick: true,
      },
      // What may be paid for by itself is looked at before anything is promised.
      {
        ...portal('lantern', 'Lantern Rock Museum', 'help at the light', 'lantern'),
        holds: true,
        triesFirst: true,
      },
      { ...portal('saltern', 'Saltern Kelp Works', 'help on the farms', 'saltern'), holds: true },
    ],
    triage: {
      ...first.triage,
      weight: {
        ...first.triage.weight,
        columns: ['category', 'form.gates', 'form.boardingStopped'],
        rows: WEIGHT,
      },
      routing: {
        ...first.triage.routing,
        columns: ['category', 'site', 'cover', 'form.boardingStopped'],
        rows: ROUTING,
      },
      otherwise: { queue: 'counter', team: 'front-counter' },
      skills: SKILLS,
      departments: { 'Traffic room': 'p2', Boarding: 'p3' },
      signals: SIGNALS,
      assignment: Object.fromEntries(
        [
          'front-counter',
          'bridge-radio',
          'networks',
          'booking-tills',
          'devices-workshop',
          'access-accounts',
          'field-crew',
        ].map((team) => [team, 'leastLoaded' as const]),
      ),
    },
    serviceLevels: [
      {
        id: 'boarding',
        name: 'Boarding stopped',
        when: { all: [{ fact: 'form.boardingStopped', op: 'is', value: true }] },
        targets: both(
          by('PT15M', 'PT30M', 'PT30M', 'PT1H', 'PT1H'),
          by('PT2H', 'PT4H', 'PT4H', 'PT8H', 'PT8H'),
          { calendar: 'clock' },
        ),
      },
      // Somebody new is expected on a day to come, and several teams get ready for it.
      {
        id: 'joining',
        name: 'Somebody begins',
        when: { all: [{ fact: 'item', op: 'is', value: 'new-crew' }] },
        targets: both(
          by('PT2H', 'PT4H', 'PT12H', 'PT24H', 'PT36H'),
          by('PT48H', 'PT60H', 'PT80H', 'PT80H', 'PT80H'),
          { calendar: 'desk' },
        ),
      },
      {
        id: 'round-the-clock',
        name: 'Round the clock',
        when: { all: [{ fact: 'cover', op: 'is', value: 'Round the clock' }] },
        targets: both(
          by('PT30M', 'PT2H', 'PT12H', 'PT24H', 'PT36H'),
          by('PT4H', 'PT8H', 'PT24H', 'PT72H', 'PT120H'),
          { calendar: 'clock' },
        ),
      },
      {
        id: 'office-hours',
        name: 'Office hours',
        when: { all: [{ fact: 'cover', op: 'is', value: 'Office hours' }] },
        targets: both(
          by('PT1H', 'PT2H', 'PT8H', 'PT16H', 'PT16H'),
          by('PT8H', 'PT16H', 'PT24H', 'PT40H', 'PT80H'),
          'agreement',
        ),
      },
      {
        id: 'otherwise',
        name: 'Without an agreement',
        when: { all: [] },
        targets: both(
          by('PT2H', 'PT4H', 'PT16H', 'PT24H', 'PT40H'),
          by('PT16H', 'PT24H', 'PT40H', 'PT80H', 'PT120H'),
        ),
      },
      MAJOR_LEVEL,
    ],
    ladders: LADDERS(),
    rotas: ROTAS(),
    webhooks: WEBHOOKS,
    translations: [NORWEGIAN],
    kept: [],
    ...WORK,
    plans: PLANS,
  }
}
