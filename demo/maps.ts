import type { Exchange, SentValue, TakenValue } from '../core/partner'
import { COMMONS_THERE, HARBOUR } from './harbour'

// What the two desks of the sample world say to each other, and what each makes of the other's words.

const said = (names: Record<string, [sent: string, name: string]>): SentValue[] =>
  Object.entries(names).map(([ours, [sent, name]]) => ({ ours, sent, name }))
const heard = (names: Record<string, string>): TakenValue[] =>
  Object.entries(names).map(([theirs, ours]) => ({ theirs, ours }))

/** The Sound Commons, with Varnes Harbour Works: work at the landings that needs a slipway or a ladder. */
export const COMMONS_MAPS: Exchange = {
  id: 'varnes-harbour-works',
  name: HARBOUR,
  sends: {
    ...{ replies: true, files: true, earlier: true },
    fields: [
      { id: 'title', name: 'Title', type: 'text', from: { text: '{summary}' } },
      { id: 'seen', name: 'What was seen', type: 'text', from: { text: '{form.details}' } },
      { id: 'who', name: 'Who asks', type: 'text', from: { text: '{requester}, {organisation}' } },
      {
        ...{ id: 'matter', name: 'What it is about', type: 'choice', from: { fact: 'category' } },
        values: said({
          'gates/barriers': ['barriers', 'Barriers'],
          'gates/scanners': ['scanners', 'Gate scanners'],
          'network/ashore': ['lines', 'Lines ashore'],
          'bridge/radio': ['radio', 'Radio'],
          'displays/public': ['screens', 'Public screens'],
        }),
      },
      {
        ...{ id: 'how-bad', name: 'Priority', type: 'choice', from: { fact: 'priority' } },
        values: said({
          p1: ['one', 'Critical'],
          p2: ['two', 'High'],
          p3: ['three', 'Moderate'],
          p4: ['four', 'Low'],
          p5: ['five', 'Planned'],
        }),
      },
      {
        ...{ id: 'how-far', name: 'How far it is', type: 'choice', from: { fact: 'status' } },
        values: said({ 'called-off': ['dropped', 'Called off'] }),
        when: { fact: 'status', op: 'is', value: 'called-off' },
      },
    ],
  },
  takes: {
    ...{ replies: true, files: true },
    fields: [
      {
        ...{ from: 'yard', to: 'status' },
        values: heard({
          'in-the-office': 'in-hand',
          hauled: 'ask-supplier',
          lying: 'ask-supplier',
          asking: 'ask-requester',
          good: 'in-hand',
          home: 'in-hand',
        }),
        // What is over here stays so, whatever becomes of it there.
        when: { fact: 'statusGroup', op: 'isNot', value: 'done' },
      },
      // What the gates of waiting ask for.
      {
        ...{ from: 'yard', to: 'field.reason' },
        values: heard({
          hauled: `${HARBOUR} is on it`,
          lying: `It lies over at ${HARBOUR}`,
          asking: `${HARBOUR} asks something`,
        }),
        when: { fact: 'theirs.yard', op: 'oneOf', value: ['hauled', 'lying', 'asking'] },
      },
    ],
    clocks: { field: 'yard', deeds: { lying: 'pause', hauled: 'resume' } },
    owed: [
      {
        ...{ id: 'made-good', name: 'Made good at Varnes', calendar: 'clock' },
        granted: { p1: 'PT12H', p2: 'PT24H', p3: 'PT72H', p4: 'PT120H', p5: 'PT240H' },
        by: 'afloat-by',
        keptWhen: { fact: 'theirs.yard', op: 'oneOf', value: ['good', 'home'] },
        restsWhen: { fact: 'theirs.yard', op: 'is', value: 'asking' },
      },
    ],
  },
}

/** Varnes Harbour Works, with the Sound Commons. */
export const HARBOUR_MAPS: Exchange = {
  id: 'the-sound-commons',
  name: 'The Sound Commons',
  sends: {
    ...{ replies: true, files: true },
    fields: [
      {
        ...{ id: 'yard', name: 'In the yard', type: 'choice', from: { fact: 'status' } },
        values: said({
          'handed-in': ['in-the-office', 'Handed in'],
          'on-slip': ['hauled', 'On the slip'],
          'lies-over': ['lying', 'Lies over'],
          'owner-asked': ['asking', 'Owner is asked'],
          'made-good': ['good', 'Made good'],
          'sent-home': ['home', 'Sent home'],
        }),
      },
      { id: 'hands', name: 'Whose hands', type: 'text', from: { text: '{technician}' } },
      { id: 'lies-for', name: 'What it lies for', type: 'text', from: { text: '{field.reason}' } },
      { id: 'afloat-by', name: 'Afloat by', type: 'moment', from: { due: 'resolve' } },
    ],
  },
  takes: {
    ...{ replies: true, files: true },
    begins: {
      table: {
        ...{ id: 'begins', name: 'What begins', columns: ['theirs.matter'], outcomes: ['item'] },
        rows: [
          {
            ...{ id: 'barriers', cells: [{ op: 'is', value: 'barriers' }] },
            outcome: { item: 'barrier' },
          },
          {
            ...{ id: 'wires', cells: [{ op: 'oneOf', value: ['lines', 'radio', 'screens'] }] },
            outcome: { item: 'mast' },
          },
        ],
      },
      answers: [
        { from: 'title', question: 'summary' },
        { from: 'seen', question: 'details' },
      ],
      ...{ otherwise: 'any-work', requester: COMMONS_THERE },
    },
    fields: [
      { from: 'title', to: 'summary' },
      { from: 'who', to: 'field.owner' },
      {
        ...{ from: 'how-bad', to: 'priority' },
        values: heard({ one: 'p1', two: 'p2', three: 'p3', four: 'p4', five: 'p5' }),
      },
      { from: 'how-far', to: 'status', values: heard({ dropped: 'sent-home' }) },
      {
        ...{ from: 'how-far', to: 'field.remarks' },
        ...{ values: [], otherwise: 'The Sound Commons needs it no more' },
      },
    ],
  },
}
