import { SaxesParser } from 'saxes'
import { SourceError } from '../outcome'

/** An XML element in document order, with the line and column (from 1) where it starts. */
export type XmlNode = {
  readonly name: string
  readonly attrs: Readonly<Record<string, string>>
  readonly children: readonly XmlNode[]
  readonly text: string
  readonly line: number
  readonly column: number
}

type Growing = { name: string; attrs: Record<string, string>; children: Growing[]; text: string; line: number; column: number }

// Most elements have neither: they share these.
const NONE: Growing[] = []
const NO_ATTRS: Record<string, string> = {}
const isEmpty = (o: object): boolean => {
  for (const _ in o) return false
  return true
}

/** More than any score needs: files that nest deeper or hold more elements are not made to be read. */
const DEEPEST = 64
const MOST_ELEMENTS = 1_000_000

/**
 * Parses a document to its root; a broken one is refused at its line. Entities that a file defines are never expanded and
 * nothing outside of it is ever fetched: the library knows only the five of XML and refuses the others.
 */
export function parseXml(source: string): XmlNode {
  const parser = new SaxesParser()
  const open: Growing[] = []
  let root: Growing | null = null
  let count = 0
  let place = { line: 1, column: 1 }
  const here = () => ({ line: parser.line, column: parser.column + 1 })
  parser.on('error', (e) => {
    const said = e.message.replace(/^\d+:\d+: /, '').replace(/\.$/, '')
    throw new SourceError({ ...here(), text: `this is not well-formed XML: ${said}. Export the file again` })
  })
  parser.on('opentagstart', ({ name }) => {
    // The sign after the name has been read too; when that ends the line, the column is lost.
    place =
      parser.column === 0
        ? { line: parser.line - 1, column: 1 }
        : { line: parser.line, column: Math.max(1, parser.column - name.length - 1) }
  })
  parser.on('opentag', (tag) => {
    if (open.length >= DEEPEST) throw new SourceError({ ...here(), text: `elements are nested more than ${DEEPEST} deep. No score is` })
    if (++count > MOST_ELEMENTS) throw new SourceError({ ...here(), text: 'there are more than a million elements. Split the piece' })
    const node: Growing = {
      name: tag.name,
      attrs: isEmpty(tag.attributes) ? NO_ATTRS : (tag.attributes as Record<string, string>),
      children: NONE,
      text: '',
      ...place,
    }
    const parent = open[open.length - 1]
    if (!parent) root ??= node
    else if (parent.children === NONE) parent.children = [node]
    else parent.children.push(node)
    open.push(node)
  })
  parser.on('text', (text) => {
    const node = open[open.length - 1]
    if (node) node.text += text
  })
  parser.on('cdata', (text) => {
    const node = open[open.length - 1]
    if (node) node.text += text
  })
  parser.on('closetag', () => {
    const node = open.pop()!
    node.text = node.text.trim()
  })
  parser.write(source).close()
  if (!root) throw new SourceError({ line: 1, column: 1, text: 'the file has no XML in it. Export it again as MusicXML' })
  return root
}

export const child = (n: XmlNode | undefined, name: string): XmlNode | undefined => n?.children.find((c) => c.name === name)
export const childrenOf = (n: XmlNode | undefined, name: string): XmlNode[] => n?.children.filter((c) => c.name === name) ?? []
export const textOf = (n: XmlNode | undefined, ...path: string[]): string | undefined => path.reduce<XmlNode | undefined>(child, n)?.text
export const numberOf = (n: XmlNode | undefined, ...path: string[]): number | undefined => {
  const text = textOf(n, ...path)
  return text === undefined || text === '' || Number.isNaN(Number(text)) ? undefined : Number(text)
}

/** Refuses at a node. */
export function refuseAt({ line, column }: XmlNode, text: string): never {
  throw new SourceError({ line, column, text })
}
