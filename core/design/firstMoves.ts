import type { Move } from '../work'

/** The moves that are there from the first day. */
export const firstMoves = (): Move[] => [
  {
    id: 'start',
    name: 'Start',
    icon: 'play',
    key: 's',
    when: { fact: 'statusGroup', op: 'isNot', value: 'done' },
    asks: [],
    steps: [
      { do: 'assign', to: 'me' },
      { do: 'status', group: 'active' },
      { do: 'timer', turn: 'on' },
      { do: 'booking', as: 'begun' },
    ],
  },
  {
    id: 'finish',
    name: 'Finish',
    icon: 'flag',
    key: 'f',
    when: { all: [] },
    asks: [{ name: 'what', label: 'What was done?', type: 'text', required: false }],
    steps: [
      { do: 'timer', turn: 'off' },
      { do: 'booking', as: 'finished' },
    ],
  },
  {
    id: 'hand-over',
    name: 'Hand over',
    icon: 'user',
    key: 'v',
    when: { fact: 'statusGroup', op: 'isNot', value: 'done' },
    asks: [{ name: 'text', label: 'What do they need to know?', type: 'longText', required: true }],
    steps: [
      { do: 'timer', turn: 'off' },
      { do: 'assign', to: 'asked' },
      { do: 'note', text: '{text}' },
    ],
  },
  {
    id: 'wait-for-requester',
    name: 'Wait for requester',
    icon: 'clock',
    key: 'q',
    when: { fact: 'statusGroup', op: 'isNot', value: 'done' },
    asks: [],
    steps: [
      { do: 'status', group: 'waiting' },
      { do: 'timer', turn: 'off' },
    ],
  },
  {
    id: 'call-off',
    name: 'Call off',
    icon: 'x',
    when: { fact: 'statusGroup', op: 'isNot', value: 'done' },
    asks: [],
    steps: [
      { do: 'booking', as: 'calledOff' },
      { do: 'status', group: 'away' },
    ],
  },
]
