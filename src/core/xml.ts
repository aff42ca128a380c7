/** A text as it may stand in XML, in an element or in an attribute (XML 1.0, 2.4). */
const xmlText = (s: string): string => s.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;')

/** XML that is finished: what is text in it is escaped. Only `element` makes it, so that no text can come in as marks. */
export class Xml {
  #source: string
  private constructor(source: string) {
    this.#source = source
  }
  toString(): string {
    return this.#source
  }
  static element(name: string, attributes: Attributes, content: Content): Xml {
    const inside = written(content)
    const head = openTag(name, attributes)
    return new Xml(inside === '' ? `${head}/>` : `${head}>${inside}</${name}>`)
  }
  static inLines(name: string, attributes: Attributes, children: readonly Xml[], indent: string): Xml {
    const lines = children.map((c) => `${indent}  ${c.#source}\n`).join('')
    return new Xml(`${openTag(name, attributes)}>\n${lines}${indent}</${name}>`)
  }
}

/** The beginning of an element, not yet closed. */
const openTag = (name: string, attributes: Attributes): string =>
  `<${name}${Object.entries(attributes)
    .map(([key, value]) => (value === null || value === undefined || value === false ? '' : ` ${key}="${xmlText(`${value}`)}"`))
    .join('')}`

/** Attributes in their order; null, undefined and false: it has none of that name. */
export type Attributes = Readonly<Record<string, string | number | false | null | undefined>>
/** What stands inside: elements as they are, texts and numbers escaped; null and false: nothing. */
export type Content = Xml | string | number | false | null | undefined | readonly Content[]

const written = (content: Content): string => {
  if (content === null || content === undefined || content === false) return ''
  if (content instanceof Xml) return content.toString()
  return typeof content === 'string' || typeof content === 'number' ? xmlText(`${content}`) : content.map(written).join('')
}

/** An element of XML. Its texts are escaped here and nowhere else; with nothing inside it closes itself. */
export const element = (name: string, attributes: Attributes = {}, ...content: readonly Content[]): Xml =>
  Xml.element(name, attributes, content)

/** The same with a child a line, for files that somebody will read. `indent` stands before the element's own lines. */
export const elementInLines = (name: string, attributes: Attributes, children: readonly Xml[], indent = ''): Xml =>
  Xml.inLines(name, attributes, children, indent)
