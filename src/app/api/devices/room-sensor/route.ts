import { NextResponse } from 'next/server'
import * as z from '@/core/base/zod'
import { simulatedReadings } from '@/core/devices/roomSensor'
import { numberIn, refused } from '../asked'
import { DAY } from '@/core/base/spans'

const instant = z.iso.datetime({ offset: true })

const MOST_DAYS = 90

/** A simulated room sensor: hourly readings between two instants. Replace it by a real one that answers in the same format. */
export function GET(request: Request): NextResponse {
  const given = new URL(request.url).searchParams
  const needs = (key: string, what: string) =>
    refused(`The sensor needs ${key}, ${what}, and got “${(given.get(key) ?? '').slice(0, 40)}”.`)
  const seed = given.has('seed') ? numberIn(given.get('seed'), 0, 2 ** 31) : 1
  if (seed === null || !Number.isInteger(seed)) return needs('seed', 'a whole number from 0 to 2147483648')
  const celsius = numberIn(given.get('celsius'), -10, 45)
  if (celsius === null) return needs('celsius', 'a number from -10 to 45')
  const humidity = numberIn(given.get('humidity'), 0.05, 0.95)
  if (humidity === null) return needs('humidity', 'a share from 0.05 to 0.95')
  const [from, to] = [instant.safeParse(given.get('from')), instant.safeParse(given.get('to'))]
  if (!from.success) return needs('from', 'an ISO 8601 instant')
  if (!to.success) return needs('to', 'an ISO 8601 instant')
  const [fromMs, toMs] = [Date.parse(from.data), Date.parse(to.data)]
  if (toMs < fromMs) return refused(`The readings would end before they begin: from ${from.data} to ${to.data}.`)
  if (toMs - fromMs > MOST_DAYS * DAY)
    return refused(`The sensor keeps ${MOST_DAYS} days; from ${from.data} to ${to.data} are more.`)
  return NextResponse.json({
    format: 'vernice.room-record',
    version: 1,
    simulated: true,
    readings: simulatedReadings({ seed, celsius, humidity, fromMs, toMs }),
  })
}
