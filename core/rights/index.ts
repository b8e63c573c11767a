export { aboutRight, EVERY_RIGHT, isRight, LETTING_IN, RIGHT_NAMES, RIGHTS, UNDER, type Right } from './right'
export {
  ADMINISTRATOR,
  FIRST_ROLES,
  FIXED_ROLES,
  REACHES,
  REQUESTER,
  reachOf,
  rightsOf,
  type Reach,
  type Role,
} from './role'
export { isLimited, isSeen, sightOf, type Seen, type Seer, type Sight } from './reach'
