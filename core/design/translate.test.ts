import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { design as demo, INES, Ticket, theDirectory, TORA } from '../../tests/aTicket'
import { DEMO_BEGINS } from '../../demo/directory'
import { checkAnswers } from '../intake'
import { CompiledDesign, gapsOf, proofread, writtenTexts, type Design, type Directory } from '.'

const changed = (change: (design: Design) => void) => {
  const design = demoDesign()
  change(design)
  return design
}
const norwegian = (design: Design) => design.translations.find((one) => one.id === 'nb')!

describe('what leads have written, in another language', () => {
  it('is said where requesters read, and changes nothing else', () => {
    const nb = demo.inLanguage('nb')
    expect(nb.item('gate-scanner').name).toBe('Billettskanneren leser ikke billetter')
    expect(nb.item('gate-scanner').keywords).toContain('strekkode')
    expect(nb.questions.get('gates')).toMatchObject({
      label: 'Hvor mange porter leser ikke?',
      unit: 'porter',
    })
    expect(nb.kind('fault').statuses.map((one) => one.plainly)).toContain('Ferdig')
    expect(nb.kind('fault').statuses.map((one) => one.name)).toEqual(
      demo.kind('fault').statuses.map((one) => one.name),
    )
    const ids = (one: CompiledDesign) => one.design.questions.map(({ name, type }) => [name, type])
    expect(ids(nb)).toEqual(ids(demo))
    expect([nb.edition, demo.inLanguage('nb')]).toEqual([demo.edition, nb])
    expect(demo.inLanguage('en')).toBe(demo)
  })

  it('stays as it was written where there are no words for it', () => {
    const design = changed((one) => {
      one.items[0]!.name = 'Constructor'
      delete norwegian(one).texts['At the gate and on board']
    })
    const nb = new CompiledDesign(design, 1).inLanguage('nb')
    expect(nb.design.items[0]!.name).toBe('Constructor')
    expect(nb.design.groups[0]!.name).toBe('At the gate and on board')
    expect(gapsOf(design, norwegian(design)).lacking).toEqual([
      { text: 'At the gate and on board', place: 'catalog' },
      { text: 'Constructor', place: `catalog/${design.items[0]!.id}` },
    ])
  })

  it('that nobody reads any more is kept, and said to be', () => {
    const design = changed((one) => {
      const name = 'gates'
      one.questions = one.questions.filter((question) => question.name !== name)
      for (const { steps } of one.forms)
        for (const step of steps) step.questions = step.questions.filter((ask) => ask.question !== name)
    })
    expect(gapsOf(design, norwegian(design)).gone).toEqual(['How many gates do not read?', 'gates'])
    expect(proofread(design).filter((one) => one.place === 'languages#nb')).toEqual([
      {
        severity: 'remark',
        code: 'translationGone',
        place: 'languages#nb',
        message: '2 texts in Norsk are of what is no more there',
      },
    ])
  })

  it('is whole in the sample world, and each text stands once', () => {
    const design = demoDesign()
    expect(gapsOf(design, norwegian(design))).toEqual({ lacking: [], gone: [] })
    const texts = writtenTexts(design).map((one) => one.text)
    expect(new Set(texts).size).toBe(texts.length)
  })

  it('is proofread: what lacks words, and languages in which nothing can be said', () => {
    const design = changed((one) => {
      one.portals[0]!.languages = ['en', 'nb', 'xx']
      one.translations.push({ id: 'yy', texts: {} })
      one.items[0]!.description = 'Another one'
      delete one.templates.find(({ id }) => id === 'confirmation')!.languages
    })
    const found = proofread(design).map(({ code, place, message }) => [code, place, message])
    expect(found).toEqual(
      expect.arrayContaining([
        ['languageUnknown', 'portals/merrow', expect.stringContaining('“xx”; choose among en (English), nb')],
        ['languageUnknown', 'languages#yy', expect.stringContaining('“yy”')],
        [
          'translationLacking',
          'languages#nb',
          expect.stringMatching(/^1 of \d+ texts have no words in Norsk/),
        ],
        ['translationLacking', 'templates/confirmation', expect.stringContaining('no words in Norsk')],
      ]),
    )
  })

  it('asks for nothing where no portal offers the language, or the leads write in it', () => {
    const remarks = (change: (design: Design) => void) =>
      proofread(changed(change)).filter((one) => one.code === 'translationLacking')
    const bare = (design: Design) => (design.translations = [])
    expect(remarks(bare).length).toBeGreaterThan(0)
    expect(
      remarks((one) => {
        bare(one)
        for (const portal of one.portals) delete portal.languages
      }),
    ).toEqual([])
    expect(
      remarks((one) => {
        bare(one)
        one.desk.language = 'nb'
        one.portals[0]!.languages = ['nb']
      }),
    ).toEqual([])
  })
})

describe('answers that need another look', () => {
  it('are told in the language of whoever answers', () => {
    const nb = demo.inLanguage('nb')
    const asked = { form: nb.form('gate-scanner'), library: nb.questions, language: 'nb' as const }
    expect(checkAnswers(asked, { gates: 0 })).toEqual([
      { question: 'gates', message: 'skriv minst 1 porter' },
    ])
    expect(checkAnswers(asked, {})[0]!.message).toBe('svar på dette')
  })
})

describe('messages to requesters', () => {
  /** The sample world with Ines reading another language. */
  const reading = (language: string | undefined) => {
    const people = [...theDirectory.people.values()].map((one) =>
      one.id === 'ines-varga' ? { ...one, ...(language && { notify: { language } }) } : one,
    )
    return Object.assign(Object.create(Object.getPrototypeOf(theDirectory)) as Directory, theDirectory, {
      people: new Map(people.map((one) => [one.id, one])),
    })
  }
  const told = (language: string | undefined, edition = demo) => {
    const ticket = new Ticket(edition, new Map(), reading(language)).log({ gates: 3, boardingStopped: false })
    ticket.do({ kind: 'reply', text: 'Vi kommer.' }, DEMO_BEGINS + 60_000, TORA)
    return ticket.messages.filter((one) => one.person === 'ines-varga')
  }

  it('are in the language that they chose, with every field of it', () => {
    const [confirmation, reply] = told('nb')
    expect(confirmation!.subject).toMatch(/^\[7\] Vi har fått den: /)
    expect(confirmation!.body).toContain('Hvor mange porter leser ikke? 3 porter')
    expect(confirmation!.body).toContain('Står ombordstigningen? nei')
    expect(confirmation!.body).not.toMatch(/we have your request|no time promised/)
    expect(reply!.body).toMatch(/^Hei Ines Varga,/)
    expect(told('no-NO')[0]!.subject).toBe(confirmation!.subject)
  })

  it('are in that of the portal where they chose none, and in English where it has none', () => {
    expect(told(undefined)[0]!.subject).toMatch(/^\[7\] We have it/)
    const design = changed((one) => (one.portals[0]!.languages = ['nb', 'en']))
    expect(told(undefined, new CompiledDesign(design, 1))[0]!.subject).toMatch(/^\[7\] Vi har fått den/)
    expect(told('de')[0]!.subject).toMatch(/^\[7\] We have it/)
  })

  it('to the desk stay in its own words', () => {
    const ticket = new Ticket(demo, new Map(), reading('nb')).log({ gates: 3, boardingStopped: false })
    ticket.do({ kind: 'answer', text: 'Fire nå.' }, DEMO_BEGINS + 60_000, INES)
    const own = ticket.messages.filter((one) => one.person !== 'ines-varga')
    expect(own.map((one) => one.subject)).toEqual([
      expect.stringMatching(/^\[7\] Yours: /),
      expect.stringMatching(/^\[7\] Ines Varga answered: /),
    ])
  })
})
