'use client'

import Link from 'next/link'
import type { Studio } from '@/core/model/studio'
import { COVER_NAMES } from '@/core/clay/stages'
import type { BenchItem } from '@/core/usecases/bench/benchItems'
import type { CoatTimer } from '@/core/usecases/bench/coatTimers'
import { completeItem } from '@/core/usecases/bench/completeAct'
import { useBenchSettings } from '@/store/benchSettings'
import { instantNow } from '@/store/days'
import { run } from '@/store/studioStore'
import { itemWords } from './BenchStrip'
import { OnBar } from './OnBar'

/** Making, uncovering and leaving: said plainly, and done with one press. */
export function PlainScreen({
  item,
  items,
  studio,
  onOn,
  onBack,
}: {
  item: BenchItem
  items: readonly BenchItem[]
  studio: Studio
  onOn: () => void
  onBack: (() => void) | null
}) {
  const pass = useBenchSettings((s) => s.pass)
  const { name, what } = itemWords(item, studio)
  const piece = studio.pieces[item.pieceId]
  const words = {
    make: `Make ${name}. The clock of its clay starts when you go on.`,
    uncover: `Uncover ${name} now, so that the clay is right when hands come to it.`,
    leave: `Leave ${name} ${COVER_NAMES[item.cover ?? 'open']}. It needs nothing more in this session.`,
    act: what,
  }[item.kind]
  return (
    <>
      <div className="flex min-h-0 flex-1 flex-col justify-center gap-4 overflow-y-auto px-8 py-6">
        <p className="display text-4xl font-bold first-letter:uppercase">{what}</p>
        <p className="max-w-3xl text-2xl">{words}</p>
      </div>
      <OnBar
        word="Done, go on"
        onOn={() => {
          run(completeItem(item, items, piece, studio, { now: instantNow() }))
          pass(item.id)
          onOn()
        }}
        onBack={onBack}
      />
    </>
  )
}

/** Everything is done; what still dries is said. */
export function NothingLeft({ timers }: { timers: readonly CoatTimer[] }) {
  const drying = timers.filter(({ over }) => !over).length
  return (
    <div className="flex flex-1 flex-col justify-center gap-4 px-8 py-10">
      <p className="display text-4xl font-bold">That was all of it.</p>
      <p className="max-w-2xl text-xl">
        {drying ? 'The last coats dry; look before you cover anything. ' : ''}Lids on the right jars, brushes washed and
        dried, the table wiped with a wet sponge and never swept dry.
      </p>
      <div className="flex flex-wrap gap-3">
        <Link href="/days" className="btn min-h-16 px-6 text-lg">
          To the days
        </Link>
        <Link href="/fired" className="btn min-h-16 px-6 text-lg">
          Open a kiln
        </Link>
      </div>
    </div>
  )
}
