'use client'

import { counted, plural } from '@/core/base/words'
import { useRef } from 'react'
import { Plus, X } from 'lucide-react'
import { seedFromText } from '@/core/base/random'
import { plainRoom, type Room } from '@/core/model/room'
import type { Studio } from '@/core/model/studio'
import { airAt, roomOf } from '@/core/usecases/drying/pieceDrying'
import { matteFactor } from '@/core/usecases/bench/matteFactor'
import { momentWords } from '@/core/usecases/words/timeWords'
import { readRoomSensor } from '@/store/devices'
import { useNow } from '@/store/days'
import { openRoomRecord, saveRoomTable } from '@/store/files'
import { newId, run } from '@/store/studioStore'
import { Field, NumberInput, Segments } from '@/ui/kit/fields'
import { fromFahrenheit, inCelsius, toFahrenheit } from '@/core/base/units'
import { TextInput } from '@/ui/kit/TextInput'
import { useInUnits } from '@/ui/kit/useInUnits'

/** The rooms in which pieces dry: their air, and how fast they really dry. */
export function RoomsPanel({ studio }: { studio: Studio }) {
  return (
    <div className="space-y-4">
      <p className="max-w-2xl text-sm text-base-content/80">
        How fast does clay dry here? Enter the usual air, read the sensor, or open a CSV record (time, temperature_c,
        humidity_percent).
      </p>
      <ul className="grid gap-4 lg:grid-cols-2">
        {Object.values(studio.rooms).map((room) => (
          <RoomCard key={room.id} room={room} studio={studio} />
        ))}
      </ul>
      <button
        type="button"
        className="btn btn-sm"
        onClick={() => run({ type: 'room.set', room: plainRoom(newId(), 'Another room') })}
      >
        <Plus size={15} aria-hidden /> Add a room
      </button>
    </div>
  )
}

function RoomCard({ room, studio }: { room: Room; studio: Studio }) {
  const inUnits = useInUnits()
  const now = useNow()
  const file = useRef<HTMLInputElement>(null)
  const set = (changes: Partial<Room>) => run({ type: 'room.set', room: { ...room, ...changes } })
  const pieces = Object.values(studio.pieces).filter((piece) => roomOf(studio, piece).id === room.id).length
  const air = airAt(room, now)
  const matte = matteFactor(studio, room.id)
  const fahrenheit = studio.settings.temperature === 'F'
  const sense = async () => {
    const readings = await readRoomSensor(room, seedFromText(room.id) % 1_000_000)
    if (readings) set({ record: readings })
  }
  return (
    <li className="space-y-3 border border-base-content/60 p-4" data-room={room.id}>
      <div className="flex items-start gap-2">
        <TextInput
          label="Name of the room"
          className="display flex-1 text-lg font-bold"
          value={room.name}
          maxLength={80}
          onCommit={(name) => set({ name })}
        />
        <button
          type="button"
          className="btn btn-ghost px-1 btn-sm"
          aria-label={`Remove ${room.name}`}
          onClick={() => run({ type: 'room.remove', roomId: room.id })}
        >
          <X size={16} />
        </button>
      </div>
      <div className="grid grid-cols-2 gap-3">
        <Field label="Temperature">
          {(id) => (
            <NumberInput
              id={id}
              value={Math.round(fahrenheit ? toFahrenheit(room.celsius) : room.celsius)}
              min={fahrenheit ? 32 : 0}
              max={fahrenheit ? 113 : 45}
              step={1}
              unit={fahrenheit ? '°F' : '°C'}
              onCommit={(value) => set({ celsius: fahrenheit ? fromFahrenheit(value) : value })}
            />
          )}
        </Field>
        <Field label="Humidity">
          {(id) => (
            <NumberInput
              id={id}
              value={Math.round(100 * room.humidity)}
              min={5}
              max={95}
              step={1}
              unit="%"
              onCommit={(percent) => set({ humidity: percent / 100 })}
            />
          )}
        </Field>
      </div>
      <Segments
        small
        label="Air"
        value={room.air}
        choices={[
          ['none', 'still air'],
          ['fan', 'a fan runs'],
        ]}
        onChange={(moving) => set({ air: moving })}
      />
      <p className="text-sm">
        Dries{' '}
        <b className="numbers" data-testid="factor">
          {Math.exp(room.factor.ln).toFixed(2)} ×
        </b>{' '}
        as fast as expected, give or take <span className="numbers">{Math.round(100 * room.factor.sigma)} %</span>.{' '}
        {room.factor.ln === 0 && room.factor.sigma >= 0.3 ? (
          <span className="text-base-content/75">Not calibrated: say of a piece how dry it is, or weigh it.</span>
        ) : (
          <button type="button" className="link" onClick={() => set({ factor: { ln: 0, sigma: 0.3 } })}>
            Forget that
          </button>
        )}
      </p>
      {matte.looked > 0 && (
        <p className="text-sm" data-testid="matte-factor">
          Coats take <b className="numbers">{Math.exp(matte.ln).toFixed(2)} ×</b> as long until matte as expected, from{' '}
          <span className="numbers">{matte.looked}</span> {plural(matte.looked, 'look', 'looks')} at the bench.
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        <button type="button" className="btn font-normal btn-sm" onClick={() => void sense()}>
          Read the sensor (simulated)
        </button>
        <button type="button" className="btn font-normal btn-sm" onClick={() => file.current?.click()}>
          Record from CSV
        </button>
        <input
          ref={file}
          type="file"
          accept=".csv,.tsv,.txt,text/csv"
          className="hidden"
          aria-label={`Record of ${room.name}`}
          onChange={(event) => {
            const chosen = event.target.files?.[0]
            event.target.value = ''
            if (chosen) void openRoomRecord(chosen, room)
          }}
        />
        {room.record.length > 0 && (
          <button type="button" className="btn font-normal btn-sm" onClick={() => void saveRoomTable(room)}>
            Save as CSV
          </button>
        )}
        {room.record.length > 0 && (
          <button type="button" className="btn font-normal btn-sm" onClick={() => set({ record: [] })}>
            Drop the record
          </button>
        )}
      </div>
      <p className="text-sm text-base-content/80">
        {room.record.length
          ? `${room.record.length} readings, from ` +
            `${momentWords(Date.parse(room.record[0].at), now, studio)} to ` +
            `${momentWords(Date.parse(room.record.at(-1)!.at), now, studio)}; now ` +
            `${inUnits(inCelsius(air.celsius.toFixed(1)))}, ${Math.round(100 * air.humidity)} %. `
          : ''}
        {counted(pieces, 'piece stands', 'pieces stand')} here.
      </p>
    </li>
  )
}
