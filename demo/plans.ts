import type { Condition } from '../core/condition'
import type { Plan } from '../core/plan'

const needs = (what: string): Condition => ({ fact: 'form.joinerNeeds', op: 'contains', value: what })
const team = (id: string) => ({ by: 'team', team: id }) as const

/** How larger requests of the Sound Commons are done. */
export const PLANS: Plan[] = [
  {
    id: 'joining',
    name: 'New crew member',
    when: { fact: 'item', op: 'is', value: 'new-crew' },
    stages: [
      {
        id: 'prepare',
        name: 'Prepare',
        takes: 'PT8H',
        tasks: [
          {
            ...{ id: 'crew-list', text: 'Check the crew list', do: 'work', required: true },
            ...{ who: team('access-accounts'), due: { within: 'PT4H' }, work: 'PT20M' },
          },
          {
            ...{ id: 'berth', text: 'Berth and duties', do: 'form', required: true, shown: true },
            ...{ who: { by: 'siteManager' }, due: { within: 'PT8H' }, work: 'PT20M' },
            ...{ form: 'berth-duties', remind: 'PT4H' },
            description: 'Where they sleep and work, and which watch they keep.',
          },
          {
            ...{ id: 'cabin-phone', text: 'Ask for a cabin phone', do: 'work' },
            ...{ who: team('devices-workshop'), due: { within: 'PT8H' }, work: 'PT10M' },
          },
        ],
      },
      {
        id: 'approve',
        name: 'Approve',
        takes: 'PT16H',
        tasks: [
          {
            ...{ id: 'seal', text: 'Whoever looks after the site agrees', do: 'approval', required: true },
            ...{ shown: true, due: { within: 'PT16H' } },
            ask: [{ who: { by: 'siteManager' } }],
            remind: 'PT8H',
          },
        ],
      },
      {
        id: 'equip',
        name: 'Equip',
        takes: 'PT16H',
        tasks: [
          {
            ...{ id: 'account', text: 'Account and mail', do: 'call', required: true, shown: true },
            ...{ who: team('access-accounts'), due: { within: 'PT4H' }, webhook: 'accounts' },
            reads: [{ from: 'account.name', field: 'accountName' }],
          },
          {
            ...{ id: 'laptop', text: 'Laptop, set up', do: 'work', required: true, shown: true },
            ...{
              who: team('devices-workshop'),
              due: { within: 'PT16H' },
              work: 'PT1H30M',
              beginsWith: 'prepare',
            },
          },
          {
            ...{ id: 'loan', text: 'Loan laptop until then', do: 'ticket', required: true, shown: true },
            ...{ who: team('devices-workshop'), work: 'PT4H', item: 'loan-laptop', when: needs('loan') },
            passes: [
              { question: 'neededUntil', fact: 'form.startsOn' },
              { question: 'details', fact: 'form.joinerName' },
            ],
          },
          {
            ...{ id: 'tablet', text: 'Bridge tablet, tied to the ship', do: 'work', required: true },
            ...{ who: team('bridge-radio'), due: { within: 'PT8H' }, work: 'PT45M' },
            ...{ when: needs('tablet'), after: ['account'] },
          },
          {
            ...{ id: 'manifest', text: 'Access to the manifest', do: 'work', required: true },
            ...{ who: team('access-accounts'), due: { within: 'PT4H' }, work: 'PT15M' },
            ...{ when: needs('manifest'), after: ['account'] },
          },
          {
            ...{ id: 'till', text: 'A till key', do: 'work', required: true },
            ...{ who: team('booking-tills'), due: { within: 'PT8H' }, work: 'PT20M', when: needs('till') },
          },
        ],
      },
      {
        id: 'first-day',
        name: 'First day',
        from: { fact: 'form.startsOn', at: '06:00' },
        takes: 'PT8H',
        tasks: [
          {
            ...{ id: 'hand-over', text: 'Hand over at the landing', do: 'work', required: true, shown: true },
            ...{ who: team('front-counter'), due: { within: 'PT4H' }, work: 'PT30M' },
          },
          {
            ...{ id: 'works', text: 'Does everything work?', do: 'form', shown: true },
            ...{ who: { by: 'requester' }, due: { within: 'PT8H' } },
            ...{ form: 'first-day', to: { question: 'joinerMail' } },
            when: { fact: 'form.joinerMail', op: 'filled' },
          },
        ],
      },
    ],
  },
]
