'use client'

import { useEffect, useEffectEvent, useState } from 'react'
import type { Studio } from '@/core/model/studio'
import { isDone, type BenchItem } from '@/core/usecases/bench/benchItems'
import { readyNow } from '@/core/usecases/bench/readyNow'
import { useCoatTimers, useRinging, useSecond, useWakeLock, wakeSound } from '@/store/bench'
import { useBenchSettings } from '@/store/benchSettings'
import { useNoticeGoesWith } from '@/ui/frame/Notices'
import { ActScreen } from './ActScreen'
import { BenchStrip } from './BenchStrip'
import { NothingLeft, PlainScreen } from './PlainScreen'

/** The acts of an evening or of a piece, the one of now filling the screen. */
export function BenchTable({ title, items, studio }: { title: string; items: readonly BenchItem[]; studio: Studio }) {
  const now = useSecond()
  const awake = useWakeLock()
  const { passed, sound } = useBenchSettings()
  const [chosen, setChosen] = useState<string | null>(null)
  const pieceIds = [...new Set(items.map(({ pieceId }) => pieceId))]
  const timers = useCoatTimers(pieceIds, studio, now)
  useRinging(timers, now, sound)
  const over = (item: BenchItem) =>
    item.kind === 'act' || item.kind === 'make' ? isDone(item) : passed.includes(item.id)
  const open = items.filter((item) => !over(item))
  // A visit that is left is no longer planned, and is still part of what was done this evening.
  const [seen, setSeen] = useState<ReadonlySet<string>>(() => new Set(items.map(({ id }) => id)))
  if (items.some(({ id }) => !seen.has(id))) setSeen(new Set([...seen, ...items.map(({ id }) => id)]))
  const current = items.find(({ id }) => id === chosen) ?? readyNow(open, timers, studio, now)
  useNoticeGoesWith(current?.pieceId ?? '')
  const at = current ? items.indexOf(current) : -1
  const next = readyNow(
    open.filter((item) => item !== current),
    timers,
    studio,
    now,
  )
  const back = at > 0 ? items[at - 1] : null
  const goBack = useEffectEvent(() => back && setChosen(back.id))
  const goForth = useEffectEvent(() => next && setChosen(next.id))
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'PageUp') {
        event.preventDefault()
        goBack()
      }
      if (event.key === 'ArrowRight' && event.target === document.body) goForth()
    }
    window.addEventListener('keydown', onKey)
    window.addEventListener('pointerdown', wakeSound)
    return () => {
      window.removeEventListener('keydown', onKey)
      window.removeEventListener('pointerdown', wakeSound)
    }
  }, [])
  const screen = {
    studio,
    items,
    timers,
    now,
    next,
    onOn: () => setChosen(null),
    onBack: back ? () => setChosen(back.id) : null,
  }
  return (
    <div className="bench flex h-full min-h-0 flex-col max-lg:h-auto max-lg:min-h-full" data-testid="bench">
      <BenchStrip
        title={title}
        items={items}
        doneCount={seen.size - open.length}
        openCount={open.length}
        current={current}
        next={next}
        timers={timers}
        studio={studio}
        now={now}
        awake={awake}
        onChoose={setChosen}
      />
      {!current ? (
        <NothingLeft timers={timers} />
      ) : current.kind === 'act' ? (
        <ActScreen key={current.id} item={current} {...screen} />
      ) : (
        <PlainScreen key={current.id} item={current} {...screen} />
      )}
    </div>
  )
}
