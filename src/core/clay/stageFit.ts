import { STAGES, type Stage } from './stages'

/** good: the usual time · workable: done by some, with care · harmful: it goes wrong, and `because` says how. */
export type StageFit =
  | { readonly fit: 'good' }
  | { readonly fit: 'workable'; readonly because: string }
  | { readonly fit: 'harmful'; readonly because: string }

/** How something done to clay fits each of its stages. */
export type StageRow = Readonly<Record<Stage, StageFit>>

export const good: StageFit = { fit: 'good' }
export const workable = (because: string): StageFit => ({ fit: 'workable', because })
export const harmful = (because: string): StageFit => ({ fit: 'harmful', because })

const afterFiring = harmful('nothing holds on fired glass; it is too late for this')

/** A row in the order of the stages; once fired it is too late unless the row says otherwise. */
export const stageRow = (...fits: readonly StageFit[]): StageRow =>
  Object.fromEntries(STAGES.map((stage, i) => [stage, fits[i] ?? afterFiring])) as Record<Stage, StageFit>

/** Stages that are good, in order of life. */
export const goodStages = (row: StageRow): Stage[] => STAGES.filter((stage) => row[stage].fit === 'good')
