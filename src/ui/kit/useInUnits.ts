import { textInUnits } from '@/core/base/units'
import { useStudio } from '@/store/studioStore'

/** Says texts in the units of the studio. */
export function useInUnits(): (text: string) => string {
  const length = useStudio((s) => s.studio.settings.length)
  const temperature = useStudio((s) => s.studio.settings.temperature)
  return (text) => textInUnits(text, { length, temperature })
}
