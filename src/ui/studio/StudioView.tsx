'use client'

import dynamic from 'next/dynamic'
import Link from 'next/link'
import { emptyStudio } from '@/core/demo/emptyStudio'
import { openDemo, freshStudio } from '@/store/beginnings'
import { WAY_CHOICES, type Settings, type Ways } from '@/core/model/studio'
import { run, useStudio } from '@/store/studioStore'
import { saveCopy } from '@/store/saveCopy'
import { saveStudioZip } from '@/store/files'
import { Segments } from '@/ui/kit/fields'
import { OpenButton } from '@/ui/rack/RackView'
import { KeepingPanel } from './KeepingPanel'
import { PacePanel } from './PacePanel'
import { PrinterPanel } from './PrinterPanel'
import { TextInput } from '@/ui/kit/TextInput'

const RuleList = dynamic(() => import('./RuleList').then((module) => module.RuleList), { ssr: false })

/** Settings that are one of a few words. */
type ChosenSetting = Exclude<keyof Settings, 'printer'>

const SETTING_CHOICES: {
  readonly [K in ChosenSetting]: {
    readonly word: string
    readonly choices: readonly (readonly [Settings[K], string])[]
  }
} = {
  length: {
    word: 'Lengths',
    choices: [
      ['mm', 'mm'],
      ['in', 'inches'],
    ],
  },
  temperature: {
    word: 'Temperatures',
    choices: [
      ['C', '°C'],
      ['F', '°F'],
    ],
  },
  clock: {
    word: 'Clock',
    choices: [
      ['24', '24 h'],
      ['12', '12 h'],
    ],
  },
  theme: {
    word: 'Light',
    choices: [
      ['system', 'as the machine'],
      ['light', 'day'],
      ['dark', 'evening'],
    ],
  },
}

/** The studio: its name, ways of working, units, files. */
export function StudioView() {
  const studio = useStudio((s) => s.studio)
  const lacking = Object.keys(emptyStudio().media).some((id) => !studio.media[id])
  return (
    <div className="mx-auto grid max-w-6xl gap-8 px-6 py-5 lg:grid-cols-[1fr_20rem]">
      <div className="space-y-6">
        <h1 className="text-2xl font-bold">Studio</h1>
        <label className="block max-w-md">
          <span className="text-[0.8125rem] text-base-content/75">Name of the studio</span>
          <TextInput
            className="display w-full text-xl font-bold"
            value={studio.name}
            maxLength={80}
            onCommit={(name) => run({ type: 'studio.rename', name })}
          />
        </label>
        <section aria-labelledby="ways">
          <h2 id="ways" className="mb-1 text-lg font-bold">
            Ways of working
          </h2>
          <p className="mb-3 max-w-2xl text-sm text-base-content/80">
            Potters disagree on these. What you choose decides how plans are judged and which mends come first.
          </p>
          <ul className="divide-y divide-base-300 border-y border-base-300">
            {(Object.keys(WAY_CHOICES) as (keyof Ways)[]).map((key) => (
              <Way key={key} way={key} value={studio.ways[key]} />
            ))}
          </ul>
        </section>
        <PacePanel studio={studio} />
        <section aria-labelledby="rules">
          <h2 id="rules" className="mb-1 text-lg font-bold">
            What plans are checked for
          </h2>
          <RuleList />
        </section>
      </div>
      <aside className="space-y-6">
        <section aria-labelledby="units" className="space-y-3">
          <h2 id="units" className="text-lg font-bold">
            Units and light
          </h2>
          {(Object.keys(SETTING_CHOICES) as ChosenSetting[]).map((key) => (
            <div key={key}>
              <p className="text-[0.8125rem] text-base-content/75">{SETTING_CHOICES[key].word}</p>
              <Segments<string>
                small
                label={SETTING_CHOICES[key].word}
                value={studio.settings[key]}
                choices={SETTING_CHOICES[key].choices}
                onChange={(value) => run({ type: 'studio.settings', changes: { [key]: value } })}
              />
            </div>
          ))}
        </section>
        <section aria-labelledby="files" className="space-y-2">
          <h2 id="files" className="text-lg font-bold">
            Files
          </h2>
          <p className="text-sm text-base-content/80">Everything stays in this browser. Keep a copy of your own.</p>
          <div className="flex flex-col items-stretch gap-2">
            <button type="button" className="btn" onClick={saveCopy}>
              Export the studio
            </button>
            <button type="button" className="btn" onClick={() => void saveStudioZip(studio)}>
              With photographs, as zip
            </button>
            <OpenButton />
            {lacking && (
              <button
                type="button"
                className="btn"
                onClick={() => run({ type: 'studio.stock', bodies: emptyStudio().bodies, media: emptyStudio().media })}
              >
                Stock the starter materials
              </button>
            )}
            <button type="button" className="btn" onClick={() => void openDemo()}>
              Open the demo studio
            </button>
            <button
              type="button"
              className="btn"
              onClick={() => run({ type: 'studio.replace', studio: freshStudio() })}
            >
              Empty the studio
            </button>
          </div>
          <p className="text-xs text-base-content/75">Undo brings an emptied studio back.</p>
          <p className="text-sm">
            Formats:{' '}
            <Link className="link" href="/schema/piece.json">
              piece
            </Link>
            ,{' '}
            <Link className="link" href="/schema/studio.json">
              studio
            </Link>{' '}
            (JSON Schema)
          </p>
        </section>
        <PrinterPanel studio={studio} />
        <KeepingPanel />
        <section aria-labelledby="cautions" className="space-y-2 text-sm">
          <h2 id="cautions" className="text-lg font-bold">
            Cautions
          </h2>
          <p>
            Colours of the starter jars are invented until your own tiles are fired. Cone temperatures are from memory:
            check your maker’s chart.
          </p>
          <p>
            Food-safe is the maker’s label plus a laboratory’s test, never this program’s verdict. Follow makers’
            sheets, local codes and licensed practice for kilns.
          </p>
        </section>
      </aside>
    </div>
  )
}

function Way<K extends keyof Ways>({ way, value }: { way: K; value: Ways[K] }) {
  const { question, because, choices } = WAY_CHOICES[way]
  return (
    <li className="grid gap-2 py-3 md:grid-cols-[1fr_auto] md:items-center">
      <div>
        <h3 className="font-bold">{question}</h3>
        <p className="text-sm text-base-content/80">{because}</p>
      </div>
      <div>
        <Segments<string>
          small
          label={question}
          value={value}
          choices={Object.entries(choices) as [string, string][]}
          onChange={(choice) => run({ type: 'studio.ways', changes: { [way]: choice } })}
        />
      </div>
    </li>
  )
}
