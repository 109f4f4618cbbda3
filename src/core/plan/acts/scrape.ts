import { hands } from '../pace'
import { good, harmful, stageRow, workable } from '../../clay/stageFit'
import { placeSchema, wholeOf } from '../../vocabulary/place'
import { defineAct } from '../actDefinition'
import { DUST_CAUTION, isDusty, wherePlain } from './phrases'

/** How much of a dry place a scraper leaves under dust, and in what patches. Ours, common practice. */
const SCRAPED_DUST = { cover: 0.5, sizeMm: 6 } as const

/** A metal edge takes everything above the clay. */
export const scrape = defineAct('scrape', { place: placeSchema })({
  family: 'Inlay',
  traits: ['scraping', 'works on films'],
  tooEarly: 'Scraped too early',
  word: 'Scrape flush',
  hint: 'a metal edge takes everything above the clay',
  begin: ({ face, form, scraped }) => ({ place: scraped ?? (form.flat ? face : wholeOf('rim')) }),
  title: () => 'Scrape flush',
  brief: ({ place }, wording) => wherePlain(place, wording),
  kind: () => 'carve',
  bench: ({ place }, wording) => ({
    detail: `Metal edge, ${wording.place(place)}: scrape until the drawing stands sharp and flush.`,
    lookFor: 'inlay and clay equally hard',
    caution: isDusty(wording) ? DUST_CAUTION : '',
  }),
  fit: () => ({
    doing: 'Scraping flush',
    fit: stageRow(
      harmful('wet clay tears under a scraper'),
      workable('soft clay drags over the inlay'),
      good,
      good,
      harmful('dry scraping tears the inlay and raises silica dust'),
      harmful('bisque cannot be scraped flush'),
      harmful('scraping breaks the raw glaze'),
    ),
  }),
  hands: ({ place }, { placeCm2 }) => hands('rub', 3, placeCm2(place) / 30),
  compile: (skin, { place }) => {
    const { stage } = skin
    if (stage === 'fired') return
    skin.push({ act: 'scrape' }, skin.even(place))
    if (stage === 'boneDry' || stage === 'bisque')
      skin.dustLies(skin.patches(skin.stretches(place), SCRAPED_DUST.cover, SCRAPED_DUST.sizeMm, skin.seed))
  },
})
