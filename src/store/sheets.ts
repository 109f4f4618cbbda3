import type { ShownSheets } from '@/core/formats/sheets/screenSheet'
import type { SheetPaper } from '@/core/formats/sheets/tiles'
import type { Studio } from '@/core/model/studio'
import type { SheetAsked } from '@/core/usecases/sheets/makeSheets'
import { cards, LONG_MS, SOON_MS } from '@/workers/clients'
import { useWorkerQuery, type QueryState, type WorkerQuery } from './workerQueries'
import { download, fileName } from './download'
import { font } from './exports'
import { handOver, pdf } from './handOver'
import { tell } from './studioStore'

/** A studio with only the pieces that sheets are asked of: to send the others takes time. */
const only = (studio: Studio, asked: readonly SheetAsked[]): Studio => ({
  ...studio,
  pieces: Object.fromEntries(asked.map(({ piece }) => [piece.id, piece])),
  order: asked.map(({ piece }) => piece.id),
  tiles: {},
})

/** All of a studio that goes along with a question about sheets, apart from its pieces. */
const besides = ({ pieces: _, tiles: __, order: ___, ...rest }: Studio) => rest

const SHEETS = (studio: Studio): WorkerQuery<SheetAsked & ReturnType<typeof besides>, ShownSheets> => ({
  name: 'sheets',
  what: 'The sheet could not be made',
  ask: ({ piece, kind, options, size }) => {
    const asked = { piece, kind, options, size }
    return cards.ask((worker) => worker.sheets(asked, only(studio, [asked])), { limitMs: SOON_MS })
  },
})

/** A sheet for the screen. */
export function useSheets(asked: SheetAsked, studio: Studio): QueryState<ShownSheets> {
  return useWorkerQuery(SHEETS(studio), { ...asked, ...besides(studio) })
}

const failed = (what: string, why: string) => `${what} could not be made (${why}); reload and try again.`

/** Hands over sheets as one PDF. */
export async function saveSheetsPdf(
  asked: readonly SheetAsked[],
  studio: Studio,
  paper: SheetPaper,
  name: string,
): Promise<void> {
  await handOver(
    {
      what: `Making ${asked.length === 1 ? 'a sheet' : `${asked.length} sheets`}`,
      fileName: fileName(name, 'pdf'),
      failed: (why) => failed('The sheets', why),
    },
    async () => {
      const [regular, bold] = await Promise.all([font('/fonts/card-regular.ttf'), font('/fonts/card-bold.ttf')])
      return pdf(
        await cards.ask((worker) => worker.sheetsPdf(asked, only(studio, asked), { regular, bold }, paper), {
          limitMs: LONG_MS,
        }),
      )
    },
  )
}

/** Hands over a sheet as SVG, each layer of it as a file. */
export async function saveSheetSvg(asked: SheetAsked, studio: Studio): Promise<void> {
  try {
    const face = await font('/fonts/card-regular.ttf')
    const files = await cards.ask((worker) => worker.sheetsSvg(asked, only(studio, [asked]), face), {
      limitMs: SOON_MS,
    })
    for (const { title, svg } of files)
      download(fileName(`${asked.piece.name} ${title}`, 'svg'), new Blob([svg], { type: 'image/svg+xml' }))
  } catch (error) {
    tell('problem', failed('The drawing', error instanceof Error ? error.message : 'unknown'))
  }
}
