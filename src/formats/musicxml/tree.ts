import { XMLParser, XMLValidator } from 'fast-xml-parser'
import { placeInText, SourceError } from '../reading'

/** An XML element in document order, with where it starts in the text. */
export type XmlNode = {
  readonly name: string
  readonly attrs: Readonly<Record<string, string>>
  readonly children: readonly XmlNode[]
  readonly text: string
  readonly start: number
}

const META = XMLParser.getMetaDataSymbol() as unknown as symbol
type Raw = Record<string | symbol, unknown>

const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  captureMetaData: true,
  parseTagValue: false,
  parseAttributeValue: false,
  // No entity is ever expanded: the five of XML are put back by hand in texts, and a file can define none.
  processEntities: false,
})

const ENTITIES: Record<string, string> = { '&lt;': '<', '&gt;': '>', '&quot;': '"', '&apos;': "'", '&amp;': '&' }
const plain = (s: string) => s.replace(/&(?:lt|gt|quot|apos|amp);/g, (e) => ENTITIES[e])

function nodeOf(raw: Raw): XmlNode | null {
  const name = Object.keys(raw).find((k) => k !== ':@')
  if (!name || name === '#text' || name.startsWith('?')) return null
  const kids = raw[name] as Raw[]
  const children: XmlNode[] = []
  let text = ''
  for (const kid of kids) {
    if ('#text' in kid) text += String(kid['#text'])
    else {
      const child = nodeOf(kid)
      if (child) children.push(child)
    }
  }
  return {
    name,
    attrs: (raw[':@'] ?? {}) as Record<string, string>,
    children,
    text: plain(text).trim(),
    start: (raw[META] as { startIndex?: number } | undefined)?.startIndex ?? 0,
  }
}

/** Parses a document to its root; a broken one is refused at its line. */
export function parseXml(source: string): XmlNode {
  const valid = XMLValidator.validate(source)
  if (valid !== true)
    throw new SourceError({
      line: valid.err.line,
      column: valid.err.col ?? 1,
      text: `this is not well-formed XML: ${valid.err.msg.replace(/\.$/, '')}; export the file again`,
    })
  for (const raw of parser.parse(source) as Raw[]) {
    const node = nodeOf(raw)
    if (node) return node
  }
  throw new SourceError({ line: 1, column: 1, text: 'the file holds no XML element; export it again as MusicXML' })
}

export const child = (n: XmlNode | undefined, name: string): XmlNode | undefined => n?.children.find((c) => c.name === name)
export const childrenOf = (n: XmlNode | undefined, name: string): XmlNode[] => n?.children.filter((c) => c.name === name) ?? []
export const textOf = (n: XmlNode | undefined, ...path: string[]): string | undefined => path.reduce<XmlNode | undefined>(child, n)?.text
export const numberOf = (n: XmlNode | undefined, ...path: string[]): number | undefined => {
  const text = textOf(n, ...path)
  return text === undefined || text === '' || Number.isNaN(Number(text)) ? undefined : Number(text)
}

/** Refuses at a node. */
export function refuseAt(source: string, n: XmlNode, text: string): never {
  throw new SourceError({ ...placeInText(source, n.start), text })
}
