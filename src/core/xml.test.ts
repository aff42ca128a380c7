import fc from 'fast-check'
import { XMLParser } from 'fast-xml-parser'
import { describe, expect, it } from 'vitest'
import { element, elementInLines } from './xml'

describe('an element of XML', () => {
  it('has its attributes in order, texts escaped once, and closes itself when empty', () => {
    const inner = element('b', {}, 'a < b & "c"')
    expect(`${element('a', { n: 1, gone: null, also: false, says: '<"&>' }, inner, 'x', 2)}`).toBe(
      '<a n="1" says="&lt;&quot;&amp;&gt;"><b>a &lt; b &amp; &quot;c&quot;</b>x2</a>',
    )
    expect(`${element('dot')}`).toBe('<dot/>')
    expect(`${element('p', {}, '', null, false, [])}`).toBe('<p/>')
    expect(`${elementInLines('a', {}, [inner, element('dot')], '  ')}`).toBe(
      '<a>\n    <b>a &lt; b &amp; &quot;c&quot;</b>\n    <dot/>\n  </a>',
    )
  })

  it('brings any text back as it was, in and out of attributes (package fast-xml-parser)', () => {
    const parser = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '@', trimValues: false, parseTagValue: false })
    // A control character is in no XML at all; a line break in an attribute is read as a space.
    const text = fc.string({ unit: 'grapheme-ascii', minLength: 1 }).map((s) => `-${s}`)
    fc.assert(
      fc.property(text, text, (inside, attribute) => {
        const read = parser.parse(`${element('a', { of: attribute }, inside)}`) as { a: { '#text': string; '@of': string } }
        expect([read.a['#text'], read.a['@of']]).toEqual([inside, attribute])
      }),
    )
  })
})
