'use client'

import { useSearchParams } from 'next/navigation'
import { usePlannedStudio } from '@/store/days'
import { Segments } from '@/ui/kit/fields'
import { useAddress } from '@/ui/frame/useAddress'
import { GoesWrong } from './GoesWrong'
import { HandOn } from './HandOn'
import { LookUp } from './LookUp'
import { OpenKiln } from './OpenKiln'
import { PotStory } from './PotStory'

const TABS = [
  ['open', 'Open a kiln'],
  ['look', 'Records'],
  ['wrong', 'What goes wrong'],
  ['hand', 'Tickets and labels'],
] as const

const CHOICES = TABS.map(([choice]) => choice)

/** What came of it: the opening of a kiln, every pot looked up, and what goes wrong most. */
export function FiredView() {
  const studio = usePlannedStudio()
  const [tab, setTab] = useAddress('show', CHOICES)
  const asked = useSearchParams()
  const piece = studio.pieces[asked.get('piece') ?? '']
  const pot = Number(asked.get('pot'))
  return (
    <div className="mx-auto max-w-7xl px-6 py-4">
      <div className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1 className="text-2xl font-bold">Fired</h1>
        <Segments small label="What to show" value={tab} choices={TABS} onChange={setTab} />
      </div>
      {piece && pot >= 1 && pot <= piece.count ? (
        <PotStory piece={piece} pot={pot} studio={studio} />
      ) : tab === 'open' ? (
        <OpenKiln studio={studio} />
      ) : tab === 'look' ? (
        <LookUp studio={studio} />
      ) : tab === 'hand' ? (
        <HandOn studio={studio} />
      ) : (
        <GoesWrong studio={studio} />
      )}
    </div>
  )
}
