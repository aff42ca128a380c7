'use client'

import { formatDistance } from 'date-fns'
import { Copy, Trash2 } from 'lucide-react'
import Link from 'next/link'
import { Button } from '@/ui/kit/Button'
import { Hint } from '@/ui/kit/Hint'
import { BenchPreview } from './BenchPreview'
import type { Card } from '@/api/protocol'
import { count } from '@/core/count'

type Props = { card: Card; now: number; onDuplicate: () => void; onDelete: () => void }

/** One piece of the shelf: what it is, how it lies under the hands, and what can be done with it. */
export function PieceCard({ card, now, onDuplicate, onDelete }: Props) {
  const opened = card.openedAt
    ? `opened ${formatDistance(card.openedAt, Math.max(now, card.openedAt), { addSuffix: true })}`
    : 'not opened yet'
  return (
    <li className="group relative flex flex-col rounded-lg border border-rule bg-sheet hover:border-ink focus-within:border-ink">
      <Link href={`/pieces/${card.id}`} className="flex flex-col gap-1 rounded-lg p-4 pb-2 after:absolute after:inset-0 after:content-['']">
        <span className="font-title text-lead leading-snug">{card.title}</span>
        <span className="text-soft">{card.summary?.headline ?? 'cannot be read as it stands'}</span>
      </Link>
      <div className="px-4">
        <BenchPreview rows={card.preview} />
      </div>
      <div className="mt-auto flex items-end justify-between gap-2 p-4 pt-1 text-sm text-soft">
        <span>
          {card.summary
            ? `${count(card.summary.measures, 'measure')}${card.summary.lines > 1 ? ` · ${card.summary.lines} lines` : ''} · ${card.summary.range}`
            : 'open it to bring a saved version back'}
          <br />
          {opened}
        </span>
        <span className="relative z-10 flex">
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
