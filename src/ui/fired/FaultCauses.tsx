'use client'

import Link from 'next/link'
import { useMemo, type ReactNode } from 'react'
import type { Fault } from '@/core/model/outcome'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { FAULT, suspects } from '@/core/usecases/fired/faults'
import { useWhatHappened } from '@/store/fired'
import { Words } from '@/ui/kit/Words'

/** Why a fault may have come: what the run of this pot shows first, what to try next, and the tile that would tell. */
export function FaultCauses({
  fault,
  piece,
  pot,
  studio,
  where,
}: {
  fault: Fault
  piece: Piece
  pot: number
  studio: Studio
  where?: ReactNode
}) {
  const happened = useWhatHappened(piece, pot, studio)
  const list = useMemo(() => (happened ? suspects(fault, happened) : []), [fault, happened])
  const { name, sign, tile } = FAULT[fault]
  return (
    <div className="border border-base-content/60 p-3" data-testid="fault" data-fault={fault}>
      <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-1">
        <p>
          <b>{name}</b>: <Words text={sign} />
        </p>
        {where && (
          <span className="flex items-center gap-2 text-sm">
            where
            <span className="w-48">{where}</span>
          </span>
        )}
      </div>
      {!happened && <p className="text-sm">Looking at what was done…</p>}
      <ul className="space-y-2">
        {list.map(({ cause, evidence }) => (
          <li
            key={cause.id}
            className={evidence ? 'border-l-4 border-base-content pl-3' : 'pl-4 text-base-content/80'}
            data-shown={evidence !== null}
          >
            <p>
              <Words text={`${cause.words[0].toUpperCase()}${cause.words.slice(1)}.`} />{' '}
              {evidence ? (
                <b>
                  <Words text={evidence} />
                </b>
              ) : (
                'Nothing in its record shows that.'
              )}
            </p>
            <p className="text-sm">
              Next time: <Words text={cause.tryNext} />
            </p>
          </li>
        ))}
      </ul>
      <p className="mt-2 text-sm">
        A tile that would tell: <Words text={tile} />{' '}
        <Link href="/tiles?show=ask" className="link">
          To the tiles
        </Link>
      </p>
    </div>
  )
}
