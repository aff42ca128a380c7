import { planQuery } from '@/api/practice'
import { fresh, inClass, searchOf } from '../../../answer'

/** A handler that answers what is made of the class's plan as it stands on the day that is asked for. */
export const asked = <T extends { ok: boolean }>(make: (of: string, today: string) => Promise<T>) =>
  inClass(async ({ request, klass }) => {
    const wanted = planQuery.safeParse(searchOf(request))
    if (!wanted.success) return fresh({ ok: false, problem: 'The day is missing or doesn’t exist.' }, 400)
    return fresh(await make(klass.id, wanted.data.today))
  })
