'use client'

import { plural } from '@/core/base/words'
import { useState } from 'react'
import { Plus, X } from 'lucide-react'
import { CONES } from '@/core/firing/cones'
import type { Cover } from '@/core/clay/stages'
import { FIRING_KINDS, type Calendar, type FiringBooking } from '@/core/model/calendar'
import type { Studio } from '@/core/model/studio'

import { isTimeZone } from '@/core/base/timeZone'
import { instantNow } from '@/store/days'
import { newId, run, tell } from '@/store/studioStore'
import { Check, Field, NumberInput, Select } from '@/ui/kit/fields'
import { localDate } from '@/core/schedule/sessions'
import { nextBooking } from '@/core/schedule/nextBooking'
import { Sureness } from './Sureness'
import { TextInput } from '@/ui/kit/TextInput'

const WEEKDAYS: readonly (readonly [string, string])[] = [
  ['1', 'Monday'],
  ['2', 'Tuesday'],
  ['3', 'Wednesday'],
  ['4', 'Thursday'],
  ['5', 'Friday'],
  ['6', 'Saturday'],
  ['7', 'Sunday'],
]

const change = (changes: Partial<Calendar>) => run({ type: 'calendar.change', changes })

/** When hands are in the studio, which days differ, which kilns are booked, which covers there are. */
export function HoursPanel({ studio: { calendar } }: { studio: Studio }) {
  return (
    <div className="grid gap-8 lg:grid-cols-2">
      <Weekly calendar={calendar} />
      <Kilns calendar={calendar} />
      <Exceptions calendar={calendar} />
      <Sureness calendar={calendar} onChange={(sure) => change({ sure })} />
      <section className="space-y-3">
        <h2 className="text-lg font-bold">Covers and clock</h2>
        <div className="flex flex-wrap gap-4">
          {(
            [
              ['draped', 'loose drape'],
              ['sealed', 'closed plastic'],
              ['dampBox', 'damp box'],
            ] as const
          ).map(([cover, word]) => (
            <Check
              key={cover}
              label={word}
              checked={calendar.covers.includes(cover)}
              onChange={(has) =>
                change({
                  covers: has ? [...calendar.covers, cover as Cover] : calendar.covers.filter((c) => c !== cover),
                })
              }
            />
          ))}
        </div>
        <Field label="Time zone" hint="for example Europe/Paris; hours keep their clock over daylight saving">
          {(id) => (
            <TextInput
              id={id}
              className="w-64"
              value={calendar.timeZone}
              valid={isTimeZone}
              onCommit={(timeZone) => change({ timeZone })}
              onRefused={(zone) =>
                tell('problem', `“${zone}” is not a time zone this machine knows; write it like Europe/Paris.`)
              }
            />
          )}
        </Field>
      </section>
    </div>
  )
}

const TIME = 'numbers w-26'

function Weekly({ calendar }: { calendar: Calendar }) {
  const set = (i: number, changes: Partial<Calendar['weekly'][number]>) =>
    change({ weekly: calendar.weekly.map((hours, k) => (k === i ? { ...hours, ...changes } : hours)) })
  return (
    <section className="space-y-2" aria-label="Weekly hours">
      <h2 className="text-lg font-bold">Weekly hours</h2>
      <ul className="space-y-1.5">
        {calendar.weekly.map((hours, i) => (
          <li key={hours.id} className="flex flex-wrap items-center gap-2">
            <span className="w-30">
              <Select
                label="Day"
                value={String(hours.weekday)}
                choices={WEEKDAYS}
                onChange={(day) => set(i, { weekday: Number(day) })}
              />
            </span>
            <TextInput
              label="From"
              type="time"
              className={TIME}
              value={hours.from}
              onCommit={(from) => set(i, { from })}
            />
            <TextInput label="To" type="time" className={TIME} value={hours.to} onCommit={(to) => set(i, { to })} />
            <TextInput
              label="Called"
              className="w-24 max-w-36 grow"
              value={hours.name}
              maxLength={60}
              onCommit={(name) => set(i, { name })}
            />
            <span className="w-24">
              <NumberInput
                label={`People at work, ${hours.name}`}
                value={hours.hands}
                min={1}
                max={60}
                step={1}
                unit={plural(hours.hands, 'person', 'people')}
                onCommit={(hands) => set(i, { hands: Math.round(hands) })}
              />
            </span>
            <button
              type="button"
              className="btn btn-ghost px-1 btn-sm"
              aria-label={`Take out ${hours.name}`}
              onClick={() => change({ weekly: calendar.weekly.filter((_, k) => k !== i) })}
            >
              <X size={16} />
            </button>
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="btn btn-sm"
        onClick={() =>
          change({
            weekly: [
              ...calendar.weekly,
              {
                id: newId(),
                name: calendar.weekly.length ? 'Evening' : 'Studio evening',
                weekday: 1 + (calendar.weekly.length % 7),
                from: '18:00',
                to: '21:00',
                hands: 1,
              },
            ],
          })
        }
      >
        <Plus size={15} aria-hidden /> Add hours
      </button>
      <p className="text-xs text-base-content/75">
        A class is hours like any other; name it, so that its list can be printed.
      </p>
    </section>
  )
}

function Exceptions({ calendar }: { calendar: Calendar }) {
  const [date, setDate] = useState('')
  const add = (hours: Calendar['exceptions'][number]['hours']) => {
    if (!date) return tell('problem', 'No day is chosen; choose the day that differs, then add it.')
    change({
      exceptions: [
        ...calendar.exceptions.filter((e) => e.date !== date),
        { date, hours, note: hours ? 'Extra hours' : 'closed' },
      ].sort((a, b) => a.date.localeCompare(b.date)),
    })
    setDate('')
  }
  const set = (i: number, hours: { from: string; to: string }) =>
    change({ exceptions: calendar.exceptions.map((e, k) => (k === i ? { ...e, hours } : e)) })
  return (
    <section className="space-y-2" aria-label="Exceptions">
      <h2 className="text-lg font-bold">Exceptions</h2>
      <ul className="space-y-1">
        {calendar.exceptions.map((exception, i) => (
          <li key={exception.date} className="flex flex-wrap items-center gap-2 text-sm">
            <span className="numbers w-28">{exception.date}</span>
            {exception.hours ? (
              <>
                <TextInput
                  label="From"
                  type="time"
                  className={TIME}
                  value={exception.hours.from}
                  onCommit={(from) => exception.hours && set(i, { ...exception.hours, from })}
                />
                <TextInput
                  label="To"
                  type="time"
                  className={TIME}
                  value={exception.hours.to}
                  onCommit={(to) => exception.hours && set(i, { ...exception.hours, to })}
                />
              </>
            ) : (
              <span className="w-58">closed</span>
            )}
            <button
              type="button"
              className="btn btn-ghost px-1 btn-sm"
              aria-label={`Take out ${exception.date}`}
              onClick={() => change({ exceptions: calendar.exceptions.filter((_, k) => k !== i) })}
            >
              <X size={16} />
            </button>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap items-center gap-2">
        <input
          aria-label="Exception on"
          type="date"
          className="numbers input w-40 input-sm"
          value={date}
          onChange={(event) => setDate(event.target.value)}
        />
        <button type="button" className="btn btn-sm" onClick={() => add(null)}>
          Closed on this day
        </button>
        <button type="button" className="btn btn-sm" onClick={() => add({ from: '10:00', to: '13:00' })}>
          Open on this day
        </button>
      </div>
    </section>
  )
}

function Kilns({ calendar }: { calendar: Calendar }) {
  const set = (i: number, changes: Partial<FiringBooking>) =>
    change({ firings: calendar.firings.map((booking, k) => (k === i ? { ...booking, ...changes } : booking)) })
  return (
    <section className="space-y-2" aria-label="Kiln bookings">
      <h2 className="text-lg font-bold">Kilns</h2>
      <ul className="space-y-1.5">
        {calendar.firings.map((booking, i) => (
          <li key={booking.id} className="flex flex-wrap items-center gap-2 text-sm">
            <TextInput
              label="Lit at"
              type="datetime-local"
              className="numbers w-48"
              value={booking.at}
              onCommit={(at) => set(i, { at: at.slice(0, 16) })}
            />
            <span className="w-30">
              <Select
                label="Firing"
                value={booking.firing}
                choices={FIRING_KINDS.map((k) => [k, k] as const)}
                onChange={(firing) => set(i, { firing })}
              />
            </span>
            <span className="w-20">
              <Select
                label="Cone"
                value={booking.cone}
                choices={CONES.map((c) => [c, c] as const)}
                onChange={(cone) => set(i, { cone })}
              />
            </span>
            <span className="w-28">
              <NumberInput
                label="Places"
                value={booking.places}
                min={1}
                max={2000}
                step={1}
                unit="pieces"
                onCommit={(places) => set(i, { places: Math.round(places) })}
              />
            </span>
            <button
              type="button"
              className="btn btn-ghost px-1 btn-sm"
              aria-label={`Take out the ${booking.firing} of ${booking.at.slice(0, 10)}, cone ${booking.cone}`}
              onClick={() => change({ firings: calendar.firings.filter((_, k) => k !== i) })}
            >
              <X size={16} />
            </button>
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="btn btn-sm"
        onClick={() =>
          change({
            firings: [
              ...calendar.firings,
              nextBooking(calendar, newId(), localDate(Date.parse(instantNow()), calendar.timeZone)),
            ],
          })
        }
      >
        <Plus size={15} aria-hidden /> Book a kiln
      </button>
      <p className="text-xs text-base-content/75">
        Ventilated, nobody stays in the room, cool before opening; local electrical and fire codes come first.
      </p>
    </section>
  )
}
