'use client'

import { create } from 'qrcode'
import { useMemo } from 'react'

/** White around a code, in its modules: four, as ISO/IEC 18004 asks. */
const QUIET = 4

/** A QR code as a drawing, black on white in either theme: a camera reads it so. */
export function QrCode({ text, says }: { text: string; says: string }) {
  const { size, path } = useMemo(() => {
    const { modules } = create(text, { errorCorrectionLevel: 'M' })
    let d = ''
    for (let y = 0; y < modules.size; y++)
      for (let x = 0; x < modules.size; x++) if (modules.get(y, x)) d += `M${x + QUIET} ${y + QUIET}h1v1h-1z`
    return { size: modules.size + 2 * QUIET, path: d }
  }, [text])
  return (
    <svg role="img" aria-label={says} viewBox={`0 0 ${size} ${size}`} className="qr" shapeRendering="crispEdges">
      <rect width={size} height={size} fill="#fff" />
      <path d={path} fill="#000" />
    </svg>
  )
}
