import type { StepKind } from '@/core/plan/actDefinition'

/** Patterns that tell kinds of medium apart without colour. Drawn once on the page and used by id. */
export function HatchDefinitions() {
  return (
    <svg aria-hidden width="0" height="0" className="absolute">
      <defs>
        <pattern id="hatch-slip" width="6" height="6" patternUnits="userSpaceOnUse">
          <circle cx="1.5" cy="1.5" r="0.9" fill="currentColor" />
          <circle cx="4.5" cy="4.5" r="0.9" fill="currentColor" />
        </pattern>
        <pattern id="hatch-underglaze" width="4" height="4" patternUnits="userSpaceOnUse">
          <path d="M0 2h4" stroke="currentColor" strokeWidth="1" />
        </pattern>
        <pattern id="hatch-glaze" width="6" height="6" patternUnits="userSpaceOnUse">
          <path d="M-1 7 7-1M-1 1 1-1M5 7 7 5" stroke="currentColor" strokeWidth="1" />
        </pattern>
        <pattern id="hatch-wash" width="8" height="8" patternUnits="userSpaceOnUse">
          <path d="M0 6q2-4 4 0t4 0" fill="none" stroke="currentColor" strokeWidth="0.8" />
          <circle cx="2" cy="2" r="0.6" fill="currentColor" />
          <circle cx="6" cy="3" r="0.6" fill="currentColor" />
        </pattern>
        <pattern id="hatch-opaque" width="6" height="6" patternUnits="userSpaceOnUse">
          <path d="M0 3h6M3 0v6" stroke="currentColor" strokeWidth="0.8" />
        </pattern>
        <pattern id="hatch-line" width="7" height="7" patternUnits="userSpaceOnUse">
          <path d="M1 1q2.5 1 2.5 2.5T6 6" fill="none" stroke="currentColor" strokeWidth="1.3" />
        </pattern>
        <pattern id="hatch-tape" width="8" height="6" patternUnits="userSpaceOnUse">
          <path d="M0 1h8M0 5h8" stroke="currentColor" strokeWidth="1.1" strokeDasharray="5 3" />
        </pattern>
        <pattern id="hatch-texture" width="6" height="6" patternUnits="userSpaceOnUse">
          <path d="M0 0h3v3H0zM3 3h3v3H3z" fill="currentColor" opacity="0.7" />
        </pattern>
        <pattern id="hatch-wax" width="10" height="5" patternUnits="userSpaceOnUse">
          <path d="M0 2.5q2.5-3 5 0t5 0" fill="none" stroke="currentColor" strokeWidth="1" />
        </pattern>
        <pattern id="hatch-carve" width="8" height="8" patternUnits="userSpaceOnUse">
          <path d="M1 5l2-3M5 7l2-3M5 2.5l1-1.5" stroke="currentColor" strokeWidth="1.2" />
        </pattern>
        <pattern id="hatch-clay" width="11" height="11" patternUnits="userSpaceOnUse">
          <path d="M1 3l2-1M6 8l2 1M8 2l1 2M3 8l1-1.5" stroke="currentColor" strokeWidth="0.8" />
        </pattern>
        <pattern id="hatch-mark" width="8" height="8" patternUnits="userSpaceOnUse">
          <path d="M4 0v8" stroke="currentColor" strokeWidth="1" strokeDasharray="2 2" />
        </pattern>
        <pattern id="hatch-clean" width="8" height="8" patternUnits="userSpaceOnUse">
          <circle cx="4" cy="4" r="2.4" fill="none" stroke="currentColor" strokeWidth="0.8" />
        </pattern>
        <pattern id="hatch-water" width="12" height="6" patternUnits="userSpaceOnUse">
          <path d="M0 3q3-2.4 6 0t6 0" fill="none" stroke="currentColor" strokeWidth="0.7" opacity="0.55" />
        </pattern>
      </defs>
    </svg>
  )
}

/** Drying and firing have marks of their own on the rail. */
const UNHATCHED: ReadonlySet<StepKind> = new Set(['dry', 'fire'])

/** A small square in the hatching of a kind of step, over its colour if it has one. */
export function HatchSwatch({ kind, colour, size = 16 }: { kind: StepKind; colour?: string; size?: number }) {
  const pattern = UNHATCHED.has(kind) ? null : kind
  return (
    <svg aria-hidden width={size} height={size} className="shrink-0">
      <rect width={size} height={size} fill={colour ?? 'transparent'} stroke="currentColor" strokeWidth="1" />
      {pattern && <rect width={size} height={size} fill={`url(#hatch-${pattern})`} opacity={colour ? 0.55 : 1} />}
    </svg>
  )
}
