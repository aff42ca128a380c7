'use client'

import { useCalled } from '@/ui/kit/InClass'
import { formatDistance } from 'date-fns'
import { Copy, Trash2, Users } from 'lucide-react'
import Link from 'next/link'
import { piecePage } from '@/api/address'
import type { ClassActions, ClassChoice } from '@/api/actions'
import { Button } from '@/ui/kit/Button'
import { Hint } from '@/ui/kit/Hint'
import { later, Opens } from '@/ui/kit/Opens'
import { BenchPreview } from './BenchPreview'
import type { Card } from '@/api/shelf'
import { count } from '@/core/count'

const Shelves = later(() => import('./OnShelves').then((m) => m.OnShelves))

type Props = {
  /** The class on whose shelf it stands. */
  of: string
  card: Card
  now: number
  /** The classes, where there are several. */
  classes: readonly ClassChoice[]
  actions: Pick<ClassActions, 'shelvesOf' | 'setShelf'>
  onDuplicate: () => void
  onDelete: () => void
}

/** One piece of the shelf: what it is, how it lies under the hands, and what can be done with it. */
export function PieceCard({ of, card, now, classes, actions, onDuplicate, onDelete }: Props) {
  const called = useCalled()
  const opened = card.openedAt
    ? `opened ${formatDistance(card.openedAt, Math.max(now, card.openedAt), { addSuffix: true })}`
    : 'not opened yet'
  return (
    <li className="group relative flex flex-col rounded-lg border border-rule bg-sheet hover:border-ink focus-within:border-ink">
      <Link
        href={piecePage(of, card.id)}
        className="flex flex-col gap-1 rounded-lg p-4 pb-2 after:absolute after:inset-0 after:content-['']"
      >
        <span className="font-title text-lead leading-snug">{card.title}</span>
        <span className="text-soft">{card.summary?.headline ?? 'damaged'}</span>
      </Link>
      <div className="px-4">
        <BenchPreview rows={card.preview} coming={card.coming} />
      </div>
      <div className="mt-auto flex items-end justify-between gap-2 p-4 pt-1 text-sm text-soft">
        <span>
          {card.summary
            ? `${called(count(card.summary.measures, 'measure'))}${card.summary.lines > 1 ? ` · ${card.summary.lines} lines` : ''} · ${card.summary.range}`
            : 'open it to restore a saved version'}
          <br />
          {opened}
        </span>
        <span className="relative z-10 flex">
          {classes.length > 1 && (
            <Opens
              has="menu"
              load={Shelves.load}
              button={
                <Button kind="quiet" aria-label={`Who has ${card.title}`} title="Which classes">
                  <Users size={16} aria-hidden />
                </Button>
              }
              opened={(button) => <Shelves.Part button={button} piece={card.id} classes={classes} actions={actions} />}
            />
          )}
          <Hint text="Duplicate">
            <Button kind="quiet" aria-label={`Duplicate ${card.title}`} onClick={onDuplicate}>
              <Copy size={16} aria-hidden />
            </Button>
          </Hint>
          <Hint text="Delete (can be undone)">
            <Button kind="quiet" aria-label={`Delete ${card.title}`} onClick={onDelete}>
              <Trash2 size={16} aria-hidden />
            </Button>
          </Hint>
        </span>
      </div>
    </li>
  )
}
