/** How alike tickets are and why, what a mark on the scale of likeness would have found, and bursts of what is alike. */
export {
  ACT_BOUNDS,
  actFor,
  FIRST_SUSPECTING,
  suspicionOf,
  type Reach,
  type SimilarActs,
  type Suspecting,
} from './acts'
export { cosine, damped, rarity, vectorOf, type Collection, type Vector } from './vector'
export {
  evidenceOf,
  FIRST_WEIGHING,
  likenessOf,
  readyFor,
  sharedTerms,
  SIGNS,
  timesOf,
  WEIGHING_BOUNDS,
  weighingFaults,
  weigh,
  type Compared,
  type Evidence,
  type Likeness,
  type LikenessLine,
  type Ready,
  type Sign,
  type Weighing,
} from './likeness'
export { Comparer } from './comparer'
export { balanceOf, MARKS, marksOf, suggestedFrom, type Mark, type PastPair, type Suggested } from './marks'
export {
  GRADE_WORDS,
  LINE_WORDS,
  pointsOf,
  suspectedInWords,
  whyAlike,
  type Grade,
  type SaidBurst,
} from './words'
export { burstOf, chanceOfAtLeast, type Burst, type Seen } from './burst'
