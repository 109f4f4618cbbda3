import type { Finding, Mend } from './finding'

/** What is alike in findings that are one and the same to read. */
const words = ({ ruleId, severity, sentence, because }: Finding): string =>
  [ruleId, severity, sentence, because].join('\n')

/** One press for all places: changes of different steps do not get in each other’s way; of what moves or adds steps the first is done. */
function forAll(first: Mend, others: readonly Mend[]): Mend {
  const all = [first, ...others.filter(({ label }) => label === first.label)]
  const commands = all.map(({ command }) => command)
  const steps = commands.flatMap((command) => (command.type === 'step.change' ? [command.stepId] : []))
  if (all.length === 1 || steps.length < all.length || new Set(steps).size < steps.length) return first
  return { label: first.label, command: { type: 'batch', label: first.label, commands } }
}

/** Findings that say the same are one, with all their places. */
export function joinAlike(findings: readonly Finding[]): Finding[] {
  const groups = new Map<string, Finding[]>()
  for (const finding of findings) groups.set(words(finding), [...(groups.get(words(finding)) ?? []), finding])
  return [...groups.values()].map(([first, ...others]) => ({
    ...first,
    also: others.map(({ stepId, where }) => ({ stepId, where })),
    mends: first.mends.map((mend) =>
      forAll(
        mend,
        others.flatMap(({ mends }) => mends),
      ),
    ),
  }))
}
