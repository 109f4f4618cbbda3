import { latticeRandom } from '../base/random'
import type { RoomReading } from '../model/room'
import { HOUR } from '../base/spans'

/** What a simulated sensor should pretend. */
export interface SensorSetting {
  readonly seed: number
  readonly celsius: number
  readonly humidity: number
  readonly fromMs: number
  readonly toMs: number
}

/** Hourly readings: a day’s swing of ±2 °C and ∓6 % round the room’s own figures, weather over days, and a little noise. */
export function simulatedReadings({ seed, celsius, humidity, fromMs, toMs }: SensorSetting): RoomReading[] {
  const first = Math.ceil(fromMs / HOUR)
  const count = Math.max(0, Math.min(24 * 90, Math.floor(toMs / HOUR) - first + 1))
  return Array.from({ length: count }, (_, i) => {
    const hour = first + i
    const day = Math.sin((2 * Math.PI * ((hour % 24) - 9)) / 24)
    const weather = 2 * latticeRandom(Math.floor(hour / 30), 1, seed) - 1
    const noise = 2 * latticeRandom(hour, 2, seed) - 1
    return {
      at: new Date(hour * HOUR).toISOString().replace(/\.\d+Z$/, 'Z'),
      celsius: Number((celsius + 2 * day + 1.2 * weather + 0.2 * noise).toFixed(1)),
      humidity: Number(
        Math.min(0.97, Math.max(0.05, humidity - 0.06 * day + 0.05 * weather + 0.01 * noise)).toFixed(3),
      ),
    }
  })
}
