import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { demoDirectory } from '../../demo/directory'
import { HARBOUR, harbourDesign, harbourDirectory } from '../../demo/harbour'
import { COMMONS_MAPS, HARBOUR_MAPS } from '../../demo/maps'
import { groupsByStatus } from '../lifecycle'
import { misfitsOf, offerOf } from '../partner'
import { Directory } from './directory'
import { proofread } from './proofread'

// The two desks of the sample world, each with what it says to the other.

const harbour = { ...harbourDesign(), exchanges: [HARBOUR_MAPS] }
const commons = { ...demoDesign(), exchanges: [COMMONS_MAPS] }

describe('the second desk of the sample world', () => {
  it('has a design in which nothing is amiss, and so has the first with what it says to it', () => {
    expect(proofread(harbour, new Directory(harbourDirectory()))).toEqual([])
    expect(proofread(commons, new Directory(demoDirectory()))).toEqual([])
  })

  it('takes in all that the first one says, and says more than the first takes in', () => {
    const groups = groupsByStatus(commons.kinds)
    expect(misfitsOf(COMMONS_MAPS, offerOf(HARBOUR_MAPS, HARBOUR), groups)).toEqual([])
    expect(misfitsOf(HARBOUR_MAPS, offerOf(COMMONS_MAPS, 'The Sound Commons'))).toEqual([
      ...['hands', 'lies-for'].map((field) => ({ is: 'fieldUnheard', field })),
    ])
  })
})
