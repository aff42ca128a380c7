'use client'

import * as DropdownMenu from '@radix-ui/react-dropdown-menu'
import type { ReactElement } from 'react'
import { useClassId } from '@/ui/kit/InClass'
import { pieceApi } from '@/api/address'
import type { ExportKind } from '@/formats/kinds'
import { landmark } from '@/ui/kit/landmark'
import { useSeats } from '@/ui/session/DeskProvider'

const SCORES: readonly { kind: ExportKind; name: string; says: string }[] = [
  { kind: 'musicxml', name: 'MusicXML', says: 'every seat with fingers, strings and bows, for a notation program' },
  { kind: 'mxl', name: 'MusicXML, packed', says: 'the same in a smaller file (.mxl)' },
  { kind: 'abc', name: 'abc', says: 'the same as text' },
  { kind: 'midi', name: 'MIDI', says: 'one track a seat, to listen to' },
  { kind: 'csv', name: 'Table (CSV)', says: 'one row a note: string, finger, finger pattern, position, reason' },
  { kind: 'json', name: 'Piece file (JSON)', says: 'the piece with all your decisions, to bring into another Even Seat' },
]

const item = 'block rounded px-2 py-1 outline-none data-[highlighted]:bg-wash'

type Props = { button: ReactElement; id: string; original: boolean }

/** What the piece can be taken away as, opened from a button. */
export function TakeAwayMenu({ button, id, original }: Props) {
  const of = useClassId()
  const seats = useSeats()
  const href = (kind: ExportKind, seat = 'all') => pieceApi(of, id, `/export?as=${kind}&seat=${seat}`)
  return (
    <DropdownMenu.Root modal={false} defaultOpen>
      <DropdownMenu.Trigger asChild>{button}</DropdownMenu.Trigger>
      <DropdownMenu.Portal container={landmark()}>
        <DropdownMenu.Content align="end" sideOffset={6} className="z-40 w-[340px] rounded-lg border border-rule bg-sheet p-2 shadow-lg">
          {SCORES.map(({ kind, name, says }) => (
            <DropdownMenu.Item key={kind} asChild>
              <a className={item} href={href(kind)} download>
                <span className="font-semibold">{name}</span>
                <span className="block text-fine text-soft">{says}</span>
              </a>
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Separator className="my-1.5 h-px bg-rule" />
          <DropdownMenu.Label className="px-2 text-fine text-soft">One part as MusicXML</DropdownMenu.Label>
          <div className="flex flex-wrap">
            {seats.map(({ id: seat, name }) => (
              <DropdownMenu.Item key={seat} asChild>
                <a className={item} href={href('musicxml', seat)} download>
                  {name}
                </a>
              </DropdownMenu.Item>
            ))}
          </div>
          {original && (
            <>
              <DropdownMenu.Separator className="my-1.5 h-px bg-rule" />
              <DropdownMenu.Item asChild>
                <a className={item} href={pieceApi(of, id, '/original')} download>
                  <span className="font-semibold">The original file</span>
                  <span className="block text-fine text-soft">exactly as you brought it</span>
                </a>
              </DropdownMenu.Item>
            </>
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
