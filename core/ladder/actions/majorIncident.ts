import type { ActionTerms } from '../action'

export interface MajorAction {
  do: 'majorIncident'
}

/** Makes it a major incident, which others can follow. */
export const majorIncident: ActionTerms<MajorAction> = {
  name: 'declare a major incident',
  field: { field: 'none' },
  fresh: () => ({ do: 'majorIncident' }),
  said: () => 'declare a major incident',
  effects: () => [
    { why: 'declares a major incident', event: 'majorIncident', facts: { majorIncident: true } },
  ],
  deed: (hands) => (hands.ticket.isMajor ? {} : { run: () => hands.declareMajor() }),
}
