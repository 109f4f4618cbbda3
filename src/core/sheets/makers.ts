import { heightGauge, practiceSheet, printerCheck, profileRib, shrinkageBar } from './cards'
import type { SheetKind } from './kinds'
import type { Sheet } from './sheet'
import type { SheetInput } from './sheetInput'
import { stencil } from './stencil'
import { bandStrip } from './strip'
import { byNumber, tracing } from './tracing'
import { darted, flattenedWall } from './wall'
import { sectorWheel, wedgeCard } from './wheel'

/** How each kind of sheet is made; apart from its words, which are needed where none is made. */
export const MAKERS: Readonly<Record<SheetKind, (input: SheetInput) => Sheet[]>> = {
  wheel: sectorWheel,
  wedge: wedgeCard,
  strip: bandStrip,
  wall: flattenedWall,
  darts: darted,
  tracing: tracing,
  byNumber: byNumber,
  stencil: stencil,
  gauge: heightGauge,
  rib: profileRib,
  practice: practiceSheet,
  bar: shrinkageBar,
  printer: printerCheck,
}
