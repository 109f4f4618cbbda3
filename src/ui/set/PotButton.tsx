import clsx from 'clsx'
import type { Pot } from '@/core/model/piece'

/** One pot by the number in its foot, with whose it is. */
export function PotButton({ pot, chosen, onPress }: { pot: Pot; chosen: boolean; onPress: () => void }) {
  return (
    <button
      type="button"
      aria-pressed={chosen}
      aria-label={`Pot ${pot.number}${pot.owner ? `, ${pot.owner}` : ''}`}
      title={[pot.owner, pot.note].filter(Boolean).join(': ') || undefined}
      onClick={onPress}
      className={clsx(
        'numbers flex h-9 max-w-28 min-w-9 cursor-pointer items-center gap-1 rounded-t-sm rounded-b-xl border px-2 text-sm',
        chosen
          ? 'border-base-content bg-primary text-primary-content'
          : 'border-base-content/70 bg-base-100 text-base-content hover:bg-base-200',
      )}
      data-pot={pot.number}
    >
      <span className="mx-auto font-bold">{pot.number}</span>
      {pot.owner && <span className="truncate text-xs">{pot.owner}</span>}
    </button>
  )
}
