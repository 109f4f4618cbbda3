import { PART, type Part } from './parts'
import type { Plan } from './planOutline'
import type { PartKind } from './partKinds'
import type { ZoneName } from './turnedForm'

/** The zones of a wall in words. */
export const ZONE_NAMES: Readonly<Record<ZoneName, string>> = {
  base: 'base',
  outside: 'outside',
  rim: 'rim',
  inside: 'inside wall',
  floor: 'floor',
}

/** A zone of a part: its key in places, what it is called, and the part of the wall that it goes along with. */
export interface ZoneWord {
  readonly key: string
  readonly name: string
  readonly like: ZoneName
}

const whole = (like: ZoneName): ZoneWord[] => [{ key: 'all', name: 'all over', like }]

/** The zones of each kind of part, the first of them the one that is decorated as a rule. */
export const PART_ZONES: Readonly<Record<PartKind, readonly ZoneWord[]>> = {
  handle: [
    { key: 'all', name: 'all round', like: 'outside' },
    { key: 'outer', name: 'outer side', like: 'outside' },
    { key: 'inner', name: 'inner side', like: 'outside' },
  ],
  spout: [
    { key: 'outside', name: 'outside', like: 'outside' },
    { key: 'mouth', name: 'mouth', like: 'rim' },
    { key: 'inside', name: 'inside', like: 'inside' },
  ],
  lid: [
    { key: 'top', name: 'top', like: 'outside' },
    { key: 'knob', name: 'knob', like: 'outside' },
    { key: 'seat', name: 'seat', like: 'rim' },
    { key: 'underside', name: 'underside', like: 'inside' },
  ],
  lug: whole('outside'),
  feet: whole('base'),
  ball: whole('outside'),
  relief: whole('outside'),
}

/** What a part is called; parts without a name of their own are numbered where there are several of a kind. */
function partName(part: Part, parts: readonly Part[]): string {
  const own = part.name?.trim()
  if (own) return own
  const { name } = PART[part.kind]
  const same = parts.filter((p) => p.kind === part.kind && !p.name?.trim())
  return same.length > 1 ? `${name} ${same.indexOf(part) + 1}` : name
}

/** The direction in which a piece faces, degrees from the front: what is longer than broad looks along its length. */
export const facing = ({ ratio }: Plan): number => (ratio > 1 ? 90 : 0)

/** What names of parts depend on. */
export interface Joined {
  readonly parts: readonly Part[]
  readonly plan: Plan
}

/** The surfaces of a part and what they are called: both of a pair, the piece’s own left and right, and each of three feet. */
export function surfaceNames(part: Part, { parts, plan }: Joined): { readonly id: string; readonly name: string }[] {
  const name = partName(part, parts)
  if (part.kind === 'feet') return [1, 2, 3].map((k) => ({ id: `${part.id}.${k}`, name: `foot ${k}` }))
  if (!part.pair) return [{ id: part.id, name }]
  const left = (((part.degrees - facing(plan)) % 360) + 360) % 360 <= 180
  const [own, other] = left ? ['left', 'right'] : ['right', 'left']
  return [
    { id: part.id, name: `${own} ${name}` },
    { id: `${part.id}.2`, name: `${other} ${name}` },
  ]
}

/** The name of a zone in a place, “lid, top”; what is gone is said to be. */
export function zoneName(joined: Joined, zone: string): string {
  const [id, key] = zone.split('/')
  for (const part of joined.parts) {
    const surface = surfaceNames(part, joined).find((s) => s.id === id)
    if (!surface) continue
    const zones = PART_ZONES[part.kind]
    const own = zones.find((z) => z.key === key)
    return zones.length > 1 && own ? `${surface.name}, ${own.name}` : surface.name
  }
  return 'a part that is gone'
}

/** All zones of what is joined, as places name them. */
export const joinedZones = (joined: Joined): { readonly key: string; readonly name: string }[] =>
  joined.parts.flatMap((part) => {
    const zones = PART_ZONES[part.kind]
    return surfaceNames(part, joined).flatMap(({ id, name }) =>
      zones.map((zone) => ({ key: `${id}/${zone.key}`, name: zones.length > 1 ? `${name}, ${zone.name}` : name })),
    )
  })
