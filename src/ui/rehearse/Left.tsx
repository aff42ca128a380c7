'use client'

import { useEffect, useState } from 'react'
import { sayClock } from '@/core/practice/runSheet'

/** How often a clock that runs down is drawn, in milliseconds. */
const DRAWN = 200

/** What is left until a time of a clock, in milliseconds, running down. Both are of the clock that is given, which never changes. */
export function Left({
  until,
  clock,
  says = (seconds) => sayClock(seconds),
}: {
  until: number
  clock: () => number
  says?: (seconds: number) => string
}) {
  const [now, setNow] = useState(clock)
  useEffect(() => {
    const timer = setInterval(() => setNow(clock()), DRAWN)
    return () => clearInterval(timer)
  }, [clock])
  return says((until - now) / 1000)
}
