// The figures of forms and large designs for docs/BENCHMARKS.md. Run by npm run bench.
import { demoDesign } from '../demo/design'
import { CompiledDesign, Directory, Proofreader, proofread, type Design } from '../core/design'
import { demoDirectory } from '../demo/directory'
import { checkAnswers, ItemIndex, shownQuestions, type Form, type Question } from '../core/intake'
import { oneAt } from '../core/lookup'

const say = (name: string, value: string) => console.log(`${name}: ${value}`)
const of = <T>(count: number, make: (index: number) => T) =>
  Array.from({ length: count }, (_, index) => make(index))

function timed(work: () => unknown, times: number): string {
  const took = of(times, () => {
    const from = performance.now()
    work()
    return performance.now() - from
  }).sort((a, b) => a - b)
  return `p50 ${oneAt(took, Math.floor(times / 2)).toFixed(2)} ms, most ${oneAt(took, -1).toFixed(2)} ms`
}

/** A form of so many questions, each of which depends on the one before it. */
function longForm(count: number) {
  const library = of(count, (index): Question => ({
    name: `q${index}`,
    label: `Question ${index}`,
    type: 'text',
  }))
  const questions = library.map(({ name }, index) => ({
    question: name,
    required: index % 3 === 0,
    ...(index > 0 && {
      showWhen: {
        any: [
          { fact: `form.q${index - 1}`, op: 'filled' as const },
          { fact: 'form.q0', op: 'contains' as const, value: 'all' },
        ],
      },
    }),
  }))
  const form: Form = { id: 'long', name: 'Long', steps: [{ title: 'All', questions }] }
  const answers = Object.fromEntries(library.map(({ name }) => [name, 'some words']))
  return { form, library: new Map(library.map((one) => [one.name, one])), answers }
}

/** Levels that each ask an answer, a branch of categories and a cover, and ladders along their targets. */
function promised({ serviceLevels, ladders }: Design, levels: number, climbing: number) {
  const pattern = oneAt(serviceLevels, 0)
  const ladder = oneAt(ladders, 0)
  return {
    serviceLevels: [
      ...of(levels, (index) => ({
        ...pattern,
        id: `l${index}`,
        name: `Level ${index}`,
        when: {
          all: [
            { fact: `form.q${index * 7}`, op: 'filled' as const },
            { fact: 'category', op: 'oneOf' as const, value: [`c${index}`, `c${index + 1}`] },
            {
              any: ['Round the clock', 'Office hours'].map((value) => ({
                fact: 'cover',
                op: 'is' as const,
                value,
              })),
            },
          ],
        },
      })),
      ...serviceLevels,
    ],
    ladders: [
      ...ladders,
      ...of(climbing, (index) => ({
        ...ladder,
        id: `a${index}`,
        name: `Ladder ${index}`,
        when: { fact: 'category', op: 'is' as const, value: `c${index}` },
      })),
    ],
  }
}

/** The sample design with so many items, questions, rules, levels and ladders. */
function large(items: number, questions: number, rules: number, levels: number, ladders: number): Design {
  const design = demoDesign()
  const [item] = design.items
  const library = of(questions, (index): Question => ({
    name: `q${index}`,
    label: `Question number ${index}`,
    type: 'text',
  }))
  const { routing } = design.triage
  const column = routing.columns.indexOf('category')
  return {
    ...design,
    ...promised(design, levels, ladders),
    questions: [...design.questions, ...library],
    forms: [
      ...design.forms,
      ...of(items, (index): Form => ({
        id: `f${index}`,
        name: `Form ${index}`,
        steps: [
          {
            title: 'One',
            questions: library.slice(index * 4, index * 4 + 4).map(({ name }) => ({ question: name })),
          },
        ],
      })),
    ],
    items: of(items, (index) => ({
      ...item!,
      id: `i${index}`,
      name: `${item!.name} ${index}`,
      form: `f${index}`,
      portals: [],
    })),
    categories: [
      ...design.categories,
      ...of(rules, (index) => ({ id: `c${index}`, name: `Category ${index}` })),
    ],
    triage: {
      ...design.triage,
      routing: {
        ...routing,
        rows: of(rules, (index) => ({
          id: `r${index}`,
          cells: routing.columns.map((_, at) =>
            at === column ? { op: 'is' as const, value: `c${index}` } : null,
          ),
          outcome: { queue: 'counter', team: 'front-counter' },
        })),
      },
    },
  }
}

const { form, library, answers } = longForm(100)
say(
  'a keystroke in a form of 100 questions with conditions: shown and checked anew, one core',
  timed(() => {
    shownQuestions(form, answers)
    checkAnswers({ form, library }, answers)
  }, 500),
)
const design = large(500, 2000, 5000, 60, 40)
say(
  'compiling a design of 500 items, 2 000 questions and 5 000 rules, one core',
  timed(() => {
    const compiled = new CompiledDesign(design, 1)
    for (const { id } of design.calendars) compiled.calendar(id)
    return new ItemIndex(design.items)
  }, 20),
)
const index = new ItemIndex(design.items)
say(
  'searching its 500 items',
  timed(() => index.search('gate scanner will not re', () => true, 6), 200),
)

say(
  'proofreading it, with the analysis of its table',
  timed(() => proofread(design), 3),
)

const directory = new Directory(demoDirectory())

/** A design of which one thing of a list is otherwise. */
const otherwise = <L extends 'items' | 'forms' | 'questions' | 'serviceLevels' | 'ladders' | 'categories'>(
  list: L,
  at: number,
  change: (one: Design[L][number]) => Partial<Design[L][number]>,
): Design => ({
  ...design,
  [list]: design[list].map((one, index) => (index === at ? { ...one, ...change(one) } : one)),
})

const { routing } = design.triage
const CHANGES: Readonly<Record<string, Design>> = {
  'words of an item': otherwise('items', 250, () => ({ name: 'Another name' })),
  'the form of an item': otherwise('items', 250, () => ({ form: 'f7' })),
  'a question of a form': otherwise('forms', 250, ({ steps }) => ({ steps: [...steps, ...steps] })),
  'words of a question': otherwise('questions', 900, () => ({ label: 'Another label' })),
  'what a level asks': otherwise('serviceLevels', 30, () => ({
    when: { fact: 'category', op: 'is' as const, value: 'c9' },
  })),
  'what a ladder asks': otherwise('ladders', 20, () => ({
    when: { fact: 'category', op: 'is' as const, value: 'c8' },
  })),
  'a row of a table': {
    ...design,
    triage: {
      ...design.triage,
      routing: {
        ...routing,
        rows: routing.rows.map((one, at) =>
          at === 2500 ? { ...one, cells: oneAt(routing.rows, 9).cells } : one,
        ),
      },
    },
  },
  'a category more': { ...design, categories: [...design.categories, { id: 'c-more', name: 'One more' }] },
}
/** The parts of a design that are others than in another one, as they are handed to a worker. */
const partsOf = (after: Design, before: Design) =>
  structuredClone(
    Object.fromEntries(Object.entries(after).filter(([key, part]) => part !== before[key as keyof Design])),
  )

for (const [what, changed] of Object.entries(CHANGES)) {
  const proofreader = new Proofreader()
  proofreader.read(design, directory)
  let now = design
  say(
    `proofreading it again after one change, with what is handed over: ${what}`,
    timed(() => {
      const next = now === design ? changed : design
      proofreader.read({ ...design, ...partsOf(next, now) }, directory)
      now = next
    }, 12),
  )
}
