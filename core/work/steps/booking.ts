import type { BookingMark, StepTerms } from '../step'

/** The next fixed time of whoever makes the move. */
export interface BookingStep {
  do: 'booking'
  as: BookingMark
}

/** Marks a fixed time as begun, closed or called off. */
export const booking: StepTerms<BookingStep> = {
  name: 'the fixed time',
  field: {
    ...{ field: 'options', key: 'as', label: 'how it is marked' },
    options: { begun: 'is marked begun', finished: 'is closed', calledOff: 'is called off' },
  },
  fresh: () => ({ do: 'booking', as: 'begun' }),
  outlook: (at, { as }) => {
    const what = at.bookingFor(as)
    return what === undefined ? undefined : { will: { is: 'stepBooking', as, what } }
  },
  deed: (at, { as }) => at.mark(as),
}
