import { Search } from 'lucide-react'
import type { RackGroup, RackSort, RackWish } from '@/core/usecases/rack/rackList'
import { Select } from '@/ui/kit/fields'

const SORT_WORDS: readonly (readonly [RackSort, string])[] = [
  ['placed', 'as placed'],
  ['name', 'by name'],
  ['along', 'furthest along first'],
  ['due', 'due first'],
  ['made', 'newest made first'],
]

const GROUP_WORDS: readonly (readonly [RackGroup, string])[] = [
  ['none', 'all together'],
  ['next', 'by what is next'],
  ['state', 'by state'],
  ['clay', 'by clay'],
  ['tag', 'by tag'],
]

/** What one looks for on the rack, and how it stands there. */
export function RackTools({
  wish,
  onWish,
  tags,
  found,
  all,
}: {
  wish: RackWish
  onWish: (wish: RackWish) => void
  tags: readonly string[]
  found: number
  all: number
}) {
  return (
    <div role="search" aria-label="Look through the rack" className="mb-4 space-y-2 print:hidden">
      <div className="flex flex-wrap items-center gap-3">
        <label className="input flex w-72 items-center gap-2 input-sm max-sm:w-full">
          <Search size={15} aria-hidden />
          <input
            type="search"
            className="w-full min-w-0"
            aria-label="Find pieces"
            placeholder="name, clay, colour, technique, tag"
            value={wish.search}
            onChange={(event) => onWish({ ...wish, search: event.target.value })}
          />
        </label>
        <span className="w-48">
          <Select
            label="Sorted"
            value={wish.sort}
            choices={SORT_WORDS}
            onChange={(sort) => onWish({ ...wish, sort })}
          />
        </span>
        <span className="w-44">
          <Select
            label="Grouped"
            value={wish.group}
            choices={GROUP_WORDS}
            onChange={(group) => onWish({ ...wish, group })}
          />
        </span>
        <p role="status" className="numbers text-sm text-base-content/80">
          {wish.search.trim() ? `${found} of ${all} found` : ''}
        </p>
      </div>
      {tags.length > 0 && (
        <div className="flex flex-wrap items-center gap-2" role="group" aria-label="Tags">
          {tags.slice(0, 12).map((tag) => (
            <button
              key={tag}
              type="button"
              aria-pressed={wish.search === tag}
              className="btn font-normal btn-xs aria-pressed:bg-primary aria-pressed:text-primary-content"
              onClick={() => onWish({ ...wish, search: wish.search === tag ? '' : tag })}
            >
              {tag}
            </button>
          ))}
        </div>
      )}
    </div>
  )
}
