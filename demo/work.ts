import type { Design } from '../core/design'
import { firstMoves } from '../core/design/firstMoves'
import { readView, type ViewDefinition } from '../core/work'

/** How the people of the Sound Commons work: moves, shelves, checklists, replies at hand. */
export const WORK: Pick<Design, 'moves' | 'shelves' | 'checklists' | 'savedReplies' | 'layouts'> = {
  moves: [
    ...firstMoves(),
    {
      id: 'to-field-crew',
      name: 'Send the Field Crew',
      icon: 'truck',
      key: 'c',
      teams: ['front-counter', 'networks', 'bridge-radio', 'devices-workshop'],
      when: {
        all: [
          { fact: 'statusGroup', op: 'isNot', value: 'done' },
          { fact: 'team', op: 'isNot', value: 'field-crew' },
        ],
      },
      asks: [{ name: 'text', label: 'What must they bring?', type: 'longText', required: true }],
      steps: [
        { do: 'timer', turn: 'off' },
        { do: 'assign', to: 'nobody' },
        { do: 'sort', field: 'team', value: 'field-crew' },
        { do: 'checklist', checklist: 'visit' },
        { do: 'note', text: 'To bring: {text}' },
        {
          do: 'reply',
          text: 'Good day {requester},\n\nour Field Crew comes to {site}. They call you before they leave.',
        },
      ],
    },
  ],
  shelves: [
    {
      id: 'technician',
      name: 'Technicians',
      moves: ['start', 'finish', 'wait-for-requester', 'hand-over', 'to-field-crew', 'call-off'],
    },
  ],
  checklists: [
    {
      id: 'visit',
      name: 'Before a visit',
      tasks: [
        { text: 'Tide and boarding time looked up' },
        { text: 'Somebody on site knows when we come', required: true },
        { text: 'Spare part is in the van', description: 'The shelf by the workshop door; sign it out.' },
      ],
    },
    {
      id: 'gate-power',
      name: 'Power at a gate',
      tasks: [
        {
          text: 'Voltage at the poles measured',
          evidence: { is: 'figure', unit: 'V', least: 12, most: 14.4 },
          required: true,
        },
        { text: 'Picture of the open box', evidence: { is: 'file' } },
        {
          text: 'Spare battery booked out',
          team: 'field-crew',
          within: 'PT4H',
          description: 'The card hangs on the shelf; write the gate on it.',
        },
        { text: 'Box shut and sealed', required: true },
      ],
    },
    {
      id: 'joiner',
      name: 'On the first morning',
      when: { fact: 'item', op: 'is', value: 'new-crew' },
      tasks: [
        { text: 'Crew card handed out', required: true },
        { text: 'Shown where the lifejackets are' },
        { text: 'First sign-in tried together', required: true },
      ],
    },
  ],
  savedReplies: [
    {
      id: 'looking',
      name: 'We are on it',
      text: 'Good day {requester},\n\nwe are on it and mean to have it solved by {resolveBy}.',
    },
    {
      id: 'tried-again',
      name: 'Please try once more',
      text: 'Good day {requester},\n\nplease switch it off, wait ten seconds, and try once more. Does it work now?',
    },
    {
      id: 'network-back',
      name: 'The network is back',
      team: 'networks',
      text: 'Good day {requester},\n\nthe network at {site} is back since a few minutes. If anything is still slow, please say so here.',
    },
  ],
  layouts: [
    {
      id: 'field-crew',
      name: 'Field Crew: what is to do comes first',
      team: 'field-crew',
      parts: [
        'tasks',
        'requester',
        'category',
        'asked',
        'talk',
        'time',
        'priority',
        'account',
        'links',
        'history',
      ],
    },
  ],
}

/** Views that the lead shares with the desk. */
export const VIEWS: { name: string; definition: ViewDefinition }[] = [
  {
    name: 'Who waits longest',
    definition: readView({
      sort: 'waiting',
      columns: ['requester', 'organisation', 'technician', 'waiting'],
    }),
  },
  {
    name: 'Quiet for days',
    definition: readView({
      where: {
        all: [
          { fact: 'hoursSinceWord', op: 'atLeast', value: 72 },
          { fact: 'statusGroup', op: 'oneOf', value: ['new', 'active'] },
        ],
      },
      sort: 'changed',
      isTurned: true,
      group: 'team',
      columns: ['status', 'organisation', 'technician', 'changed'],
    }),
  },
]
