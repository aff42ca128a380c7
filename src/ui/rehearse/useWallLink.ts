'use client'

import { useEffect } from 'react'
import { USUAL_RUN } from '@/core/plan/run'
import { useDeskStore } from '@/ui/session/DeskProvider'
import type { DeskStore } from '@/ui/session/deskStore'
import { isOn } from '@/core/practice/lessonRun'
import { DRILL, lessonOf } from './lesson'
import { isHeard, rehearsalOf } from './rehearse'
import { comingAfter, signOf } from './sign'
import { wallChannel, wallWordSchema, type WallNow, type WallWord } from './wallLink'

/** A time of the page's clock by the clock of the day. */
const byTheDay = (at: number): number => Date.now() + at - performance.now()

/** What is picked or heard on the stand of a desk: the piece, or the drill of its lesson. */
function nowOf(desk: DeskStore): WallNow {
  const lesson = lessonOf(desk).getState()
  const stage = lesson.stage ?? desk
  const rehearsal = rehearsalOf(stage).getState()
  const { now: heard, playing, mode, rate } = rehearsal
  const { moment, seats, plan, piece } = desk.getState()
  const given = { piece, seats, rows: plan.run.rows }
  const on = seats.filter(({ id }) => isHeard(rehearsal, id))
  const sign = signOf(lesson, given)
  return {
    kind: 'now',
    moment: stage === desk ? moment : stage.getState().moment,
    view: stage.getState().view,
    mode,
    playing,
    beat: heard?.beat ? { says: heard.beat.says, accent: heard.beat.accent, ahead: heard.beat.ahead } : null,
    index: heard?.index ?? null,
    next: heard?.next ?? null,
    pass: heard?.pass ?? 1,
    time: heard?.time ?? 0,
    rate: heard?.rate ?? rate,
    who: on.length === seats.length ? [] : on.map((s) => s.name),
    sign: sign && { ...sign, until: lesson.until === null ? null : byTheDay(lesson.until) },
    coming: heard && comingAfter(lesson, given, heard.time),
    ends: isOn(lesson) && lesson.began !== null ? lesson.began + plan.run.minutes * 60_000 : null,
  }
}

/** Keeps walls of the piece in step with this window, as long as it is mounted. */
export function useWallLink(): void {
  const desk = useDeskStore()
  useEffect(() => {
    if (typeof BroadcastChannel === 'undefined') return
    const channel = new BroadcastChannel(wallChannel(desk.getState().of, desk.getState().id))
    const lesson = lessonOf(desk)
    const post = (word: WallWord) => channel.postMessage(word)
    const onStand = () => lesson.getState().stage ?? desk
    const music = () => {
      const { id, piece, plan } = onStand().getState()
      // How a lesson runs changes nothing that is drawn: the wall is not to be made anew for it.
      post({ kind: 'music', piece, plan: { ...plan, run: USUAL_RUN }, drill: id === DRILL })
    }
    const now = () => post(nowOf(desk))
    channel.onmessage = ({ data }: MessageEvent<unknown>) => {
      const word = wallWordSchema.safeParse(data)
      if (!word.success || word.data.kind !== 'hello') return
      music()
      now()
    }
    /** Goes along with what stands on the stand; returns how to let it go. */
    const follow = (stage: DeskStore) => {
      let { piece, plan, moment, view } = stage.getState()
      const ends = [
        rehearsalOf(stage).subscribe(now),
        stage.subscribe((d) => {
          if (d.piece !== piece || d.plan !== plan) music()
          if (d.moment !== moment || d.view !== view || d.piece !== piece || d.plan !== plan) now()
          ;({ piece, plan, moment, view } = d)
        }),
      ]
      music()
      now()
      return () => ends.forEach((end) => end())
    }
    let stand = onStand()
    let leave = follow(stand)
    const end = lesson.subscribe(() => {
      if (onStand() === stand) return now()
      leave()
      stand = onStand()
      leave = follow(stand)
    })
    return () => {
      end()
      leave()
      post({ kind: 'gone' })
      channel.close()
    }
  }, [desk])
}
