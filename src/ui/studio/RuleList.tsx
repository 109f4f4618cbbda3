'use client'

import { RULES } from '@/core/judge/judge'
import { useInUnits } from '@/ui/kit/useInUnits'

/** What plans are checked for, one line a rule. */
export function RuleList() {
  const inUnits = useInUnits()
  return (
    <ul className="grid list-none gap-x-6 text-sm sm:grid-cols-2">
      {RULES.map((rule) => (
        <li key={rule.id} className="border-b border-base-300 py-1">
          {inUnits(rule.description)}
        </li>
      ))}
    </ul>
  )
}
