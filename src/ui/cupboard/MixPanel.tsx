'use client'

import { useState } from 'react'
import { CONES, type Cone } from '@/core/firing/cones'
import type { Studio } from '@/core/model/studio'
import { isClear } from '@/core/vocabulary/material'
import { clearFor } from '@/core/usecases/tiles/tilePieces'
import { Select } from '@/ui/kit/fields'
import { Matching } from './Matching'
import { Mixing } from './Mixing'

/** Mixing two to four jars, and finding recipes for a colour. */
export function MixPanel({ studio }: { studio: Studio }) {
  const bodies = Object.values(studio.bodies)
  const [bodyId, setBodyId] = useState(bodies[0]?.id ?? '')
  const body = studio.bodies[bodyId] ?? bodies[0]
  const clear = body ? clearFor(body, studio.media) : null
  const [glazeId, setGlazeId] = useState<string | 'none' | null>(null)
  const glaze = glazeId === 'none' ? null : (studio.media[glazeId ?? clear?.id ?? ''] ?? null)
  const cone: Cone = glaze?.range.to ?? body?.range.to ?? CONES[5]
  if (!body) return <p>There is no clay in the cupboard yet.</p>
  const glazes = Object.values(studio.media).filter((m) => m.kind === 'glaze')
  return (
    <div className="space-y-5">
      <p className="text-xl leading-loose">
        On{' '}
        <Select
          told
          label="On"
          value={body.id}
          choices={bodies.map((b) => [b.id, b.name] as const)}
          onChange={setBodyId}
        />{' '}
        under{' '}
        <Select
          told
          label="Under"
          value={glaze?.id ?? 'none'}
          choices={[
            ['none', 'nothing, bare'] as const,
            ...glazes.map((m) => [m.id, `${m.name}${isClear(m) ? '' : ' (coloured)'}`] as const),
          ]}
          onChange={setGlazeId}
        />{' '}
        at cone {cone}
      </p>
      <div className="grid gap-x-10 gap-y-6 xl:grid-cols-2">
        <Mixing studio={studio} body={body} glaze={glaze} cone={cone} />
        <Matching studio={studio} bodyId={body.id} glazeId={glaze?.id ?? null} cone={cone} />
      </div>
    </div>
  )
}
