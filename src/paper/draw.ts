import { SaxesParser, type SaxesTagPlain } from 'saxes'
import type { Hand } from './fonts'
import { writePage, type Anchor, type Words } from './write'

type Doc = PDFKit.PDFDocument
type Element = { readonly name: string; readonly attrs: Readonly<Record<string, string>>; readonly children: (Element | string)[] }

/** An engraved drawing put on a page of a file, its upper left corner at `x`, `y`, `width` points wide. Throws on what it cannot draw. */
export function drawEngraving(doc: Doc, svg: string, { x, y, width }: { x: number; y: number; width: number }): void {
  const root = parsed(svg)
  const box = boxOf(root)
  const glyphs = new Map<string, Element>()
  for (const defs of elements(root).filter((e) => e.name === 'defs')) for (const g of elements(defs)) glyphs.set(g.attrs.id, g)
  doc
    .save()
    .translate(x, y)
    .scale(width / box.width)
  doc.fillColor('black').strokeColor('black')
  inside(doc, root, { glyphs, hand: 'plain', box })
  doc.restore()
}

/** How wide and high an engraved drawing is, in its own units. */
export const sizeOfEngraving = (svg: string): { width: number; height: number } => boxOf(parsed(svg))

/** What holds within: the glyphs, the hand, and the size of the drawing around. */
type Context = { readonly box: { readonly width: number }; readonly glyphs: ReadonlyMap<string, Element>; readonly hand: Hand }

const elements = (e: Element): Element[] => e.children.filter((c) => typeof c !== 'string')

function inside(doc: Doc, e: Element, context: Context): void {
  for (const child of elements(e)) draw(doc, child, context)
}

function draw(doc: Doc, e: Element, context: Context): void {
  const { attrs } = e
  switch (e.name) {
    case 'desc':
    case 'title':
    case 'defs':
    // What the drawing's own style says (lines are lines) is known here.
    case 'style':
      return
    case 'g': {
      const hand = handOf(attrs.class) ?? context.hand
      return transformed(doc, attrs.transform, () => inside(doc, e, { ...context, hand }))
    }
    case 'svg': {
      const box = boxOf(e)
      // A drawing within fills the one around it.
      doc.save().scale(context.box.width / box.width)
      inside(doc, e, { ...context, box })
      doc.restore()
      return
    }
    case 'use': {
      const glyph = context.glyphs.get(attrs['xlink:href']?.slice(1))
      if (!glyph) throw new Error(`a drawing uses ${attrs['xlink:href']}, which it does not have`)
      return transformed(doc, attrs.transform, () => inside(doc, glyph, context))
    }
    case 'path':
      return transformed(doc, attrs.transform, () => painted(doc.path(attrs.d), attrs, isLine(attrs.d)))
    case 'polygon':
    case 'polyline': {
      const points = attrs.points
        .trim()
        .split(/\s+/)
        .map((p) => p.split(',').map(Number))
      if (e.name === 'polygon') return painted(doc.polygon(...points), attrs, false)
      doc.moveTo(points[0][0], points[0][1])
      for (const [x, y] of points.slice(1)) doc.lineTo(x, y)
      return painted(doc, attrs, attrs.fill === undefined)
    }
    case 'rect':
      return painted(doc.rect(num(attrs.x), num(attrs.y), num(attrs.width), num(attrs.height)), attrs, false)
    case 'ellipse':
      return painted(doc.ellipse(num(attrs.cx), num(attrs.cy), num(attrs.rx), num(attrs.ry)), attrs, false)
    case 'text': {
      const words = wordsOf(e, { size: 0, hand: context.hand })
      if (words.length === 0) return
      doc.fillColor(attrs.fill === WHITE ? 'white' : 'black')
      writePage(doc, words, num(attrs.x), num(attrs.y), (attrs['text-anchor'] ?? 'start') as Anchor)
      doc.fillColor('black')
      return
    }
    default:
      throw new Error(`an engraved page has <${e.name}>, which paper cannot draw`)
  }
}

/** What the page's own style says of the classes of an engraving. */
function handOf(classes: string | undefined): Hand | null {
  if (!classes) return null
  const names = classes.split(' ')
  return names.includes('row-finger') ? 'strong' : names.includes('row-string') ? 'slanted' : null
}

function wordsOf(e: Element, style: { size: number; hand: Hand }): Words[] {
  const { attrs } = e
  const size = attrs['font-size'] ? parseFloat(attrs['font-size']) : style.size
  const hand: Hand =
    attrs['font-weight'] === 'bold'
      ? 'strong'
      : attrs['font-style'] === 'italic'
        ? 'slanted'
        : attrs['font-style'] === 'normal'
          ? 'plain'
          : style.hand
  return e.children.flatMap((c) =>
    typeof c === 'string' ? (c.trim() && size > 0 ? [{ text: c, hand, size }] : []) : wordsOf(c, { size, hand }),
  )
}

/** The one other colour that a drawing has: what lies on black, or under it. */
const WHITE = '#fff'

const num = (text: string | undefined): number => Number(text ?? 0)
const isLine = (d: string): boolean => /^M[^A-Za-z]+L[^A-Za-z]+$/.test(d.trim())

function painted(doc: Doc, attrs: Readonly<Record<string, string>>, line: boolean): void {
  doc.lineWidth(num(attrs['stroke-width'] ?? '1'))
  doc.lineCap(attrs['stroke-linecap'] === 'square' ? 'square' : attrs['stroke-linecap'] === 'round' ? 'round' : 'butt')
  doc.lineJoin(attrs['stroke-linejoin'] === 'round' ? 'round' : attrs['stroke-linejoin'] === 'bevel' ? 'bevel' : 'miter')
  const dashes = attrs['stroke-dasharray']?.split(/[\s,]+/).map(Number)
  if (dashes) doc.dash(dashes[0], { space: dashes[1] ?? dashes[0] })
  const filled = !line && attrs.fill !== 'none' && attrs.fill !== 'transparent' && attrs['fill-opacity'] !== '0'
  const stroked = attrs.stroke !== undefined && attrs.stroke !== 'none'
  if (filled && stroked) doc.fillAndStroke(attrs.fill === WHITE ? 'white' : 'black', 'black').fillColor('black')
  else if (filled) doc.fill()
  else doc.stroke()
  if (dashes) doc.undash()
}

function transformed(doc: Doc, transform: string | undefined, work: () => void): void {
  if (!transform) return work()
  doc.save()
  for (const [, name, values] of transform.matchAll(/(\w+)\(([^)]*)\)/g)) {
    const [a, b = name === 'scale' ? a : 0, c = 0] = values.split(/[\s,]+/).map(Number)
    if (name === 'translate') doc.translate(a, b)
    else if (name === 'scale') doc.transform(a, 0, 0, b, 0, 0)
    else if (name === 'rotate') doc.rotate(a, { origin: [b, c] })
    else throw new Error(`a drawing is moved by ${name}, which paper cannot do`)
  }
  work()
  doc.restore()
}

function boxOf({ attrs }: Element): { width: number; height: number } {
  const [, , width, height] = attrs.viewBox.split(/\s+/).map(Number)
  return { width, height }
}

function parsed(svg: string): Element {
  const parser = new SaxesParser()
  const root: Element = { name: '', attrs: {}, children: [] }
  const open: Element[] = [root]
  parser.on('opentag', (tag: SaxesTagPlain) => {
    const e: Element = { name: tag.name, attrs: tag.attributes, children: [] }
    open.at(-1)!.children.push(e)
    open.push(e)
  })
  parser.on('text', (text) => open.at(-1)!.children.push(text))
  parser.on('closetag', () => open.pop())
  parser.on('error', (e) => {
    throw e
  })
  parser.write(svg).close()
  return elements(root)[0]
}
