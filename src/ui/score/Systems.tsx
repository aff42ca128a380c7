'use client'

import { memo } from 'react'

/** Engraved systems, put into the page as the engraver drew them (its output is made from our own model only). */
export const Systems = memo(function Systems({ systems }: { systems: readonly string[] }) {
  return systems.map((svg, i) => <div key={i} className="system" data-system={i} dangerouslySetInnerHTML={{ __html: svg }} />)
})
