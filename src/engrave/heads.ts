/** Units of the engraving to a staff space, and what half a head is wide and high then: a little more than a head without a letter. */
const SPACE = 180
const HEAD = { half: 118, wide: 142, high: 102 } as const
/** Widths of heads in staff spaces, by their glyph (SMuFL): double whole, whole, half, black. */
const WIDTH: Readonly<Record<string, number>> = { E0A0: 2.4, E0A2: 1.688, E0A3: 1.18, E0A4: 1.18 }
/** Sizes of one letter, and of syllables of two and of three, in units of the engraving. */
const SIZES = [205, 178, 140] as const

/** How much larger notes are drawn that have letters in their heads: they are read at the size of a line of print. */
export const LETTERED = 1.7

const NOTE =
  /<g id="([^"]+)" class="note"><g class="notehead"><use xlink:href="#(E0A\d)[^"]*" transform="translate\((-?\d+), (-?\d+)\)[^>]*\/><\/g>/g

/** An engraving with letters inside the heads: white on black, black on white; by the ids of the notes. Heads that have none stay as they are. */
export const letteredHeads = (svg: string, letters: ReadonlyMap<string, string>): string =>
  svg.replace(/>\s+</g, '><').replace(NOTE, (whole, id: string, glyph: string, x: string, y: string) => {
    const text = letters.get(id)
    if (!text) return whole
    const cx = Number(x) + ((WIDTH[glyph] ?? WIDTH.E0A4) * SPACE) / 2
    const size = SIZES[Math.min(text.length, SIZES.length) - 1]
    const filled = glyph === 'E0A4'
    const rx = text.length > 1 ? HEAD.wide : HEAD.half
    const head = `<ellipse class="${filled ? 'head-filled' : 'head-hollow'}" cx="${cx}" cy="${y}" rx="${rx}" ry="${HEAD.high}" fill="${filled ? 'currentColor' : '#fff'}" stroke="currentColor" stroke-width="18"/>`
    const inside = `<text class="${filled ? 'in-filled' : 'in-hollow'}" x="${cx}" y="${Math.round(Number(y) + size * 0.33)}" text-anchor="middle" font-weight="bold" font-size="${size}px" fill="${filled ? '#fff' : 'currentColor'}">${text}</text>`
    return `<g id="${id}" class="note"><g class="notehead">${head}${inside}</g>`
  })
