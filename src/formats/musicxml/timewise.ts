import { childrenOf, type XmlNode } from './tree'

/** A timewise score (measures that hold parts) as a partwise one (parts that hold measures). */
export function partwise(root: XmlNode): XmlNode {
  if (root.name !== 'score-timewise') return root
  const parts = new Map<string, XmlNode[]>()
  for (const measure of childrenOf(root, 'measure'))
    for (const part of childrenOf(measure, 'part')) {
      const id = part.attrs.id ?? ''
      parts.set(id, [...(parts.get(id) ?? []), { ...measure, children: part.children }])
    }
  const heading = root.children.filter((c) => c.name !== 'measure')
  const made = [...parts].map(([id, measures]): XmlNode => ({
    name: 'part',
    attrs: { id },
    children: measures,
    text: '',
    line: measures[0].line,
    column: measures[0].column,
  }))
  return { ...root, name: 'score-partwise', children: [...heading, ...made] }
}
