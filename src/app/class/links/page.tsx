import { leadOn, type OldProps } from '@/app/leadOn'

/** Where the links of the class that was open stood once. */
export default async function OldLinksPage({ searchParams }: Pick<OldProps, 'searchParams'>) {
  return leadOn(['class', 'links'], await searchParams)
}
