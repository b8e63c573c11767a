import { Transform } from 'class-transformer'
import { IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'
import { askerFacts } from '../../../core/facts'
import { deskNow } from '../../clock/deskClock'
import { HttpProblem } from '../../http/problem'
import { MOST_NUMBER } from '../../http/bodies'
import { defineRoute } from '../../http/route'
import { requesterPage } from '../../queries/intake'
import { oneBy } from '../../../core/lookup'

class IntakeQuery {
  /** For whom it is logged. */
  @IsString()
  @MaxLength(80)
  requester!: string

  /** What is asked for; its form comes with the answer. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  item?: string

  /** Number of the agreement that they named; that of their organisation if left out. */
  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  @Max(MOST_NUMBER)
  agreement?: number
}

export default defineRoute(
  {
    may: 'logTickets',
    summary:
      'What somebody at the desk needs to log a request for another: who they are, their cover, the form',
    query: IntakeQuery,
  },
  async ({ desk, caller, query }) => {
    const [design, directory] = await Promise.all([
      desk.knowledge.currentEdition(),
      desk.knowledge.directory(),
    ])
    const person = directory.people.get(query.requester)
    if (!person?.active)
      throw new HttpProblem(404, 'There is nobody of this name in the directory who may ask.')
    const item = query.item === undefined ? undefined : design.findItem(query.item)
    if (query.item !== undefined && !item) throw new HttpProblem(404, 'There is no such item in the catalog.')
    const form = item && design.form(item.form)
    const { groups, items } = design.design
    return {
      requester: await requesterPage(desk, caller, {
        ...{ person, directory, agreement: query.agreement },
        zone: design.design.desk.zone,
      }),
      groups: groups.map(({ id, name }) => ({
        name,
        // The desk may log what is not offered yet, or no more, but not what is retired.
        items: items
          .filter((one) => one.group === id && !one.retired)
          .map((one) => ({ value: one.id, label: one.name })),
      })),
      asked: item &&
        form && {
          item: { id: item.id, name: item.name, description: item.description },
          form,
          questions: form.steps
            .flatMap((step) => step.questions)
            .map((one) => oneBy(design.questions, one.question)),
          asker: askerFacts(person, null, directory, deskNow(), query.agreement),
        },
    }
  },
)
