import { describe, expect, it } from 'vitest'
import * as build from '../plan/build'
import type { StepContent } from '../plan/step'
import { bandOf, INSIDE, wholeOf } from '../vocabulary/place'
import {
  bisque,
  carve,
  coat,
  divide,
  drawn,
  dry,
  fill,
  finish,
  foot,
  glaze,
  glost,
  handleAndSpout,
  incise,
  inlaid,
  inside,
  knot,
  leather,
  outside,
  saidBy,
  spirals,
  sponge,
  taped,
  throughWax,
  washed,
  wipe,
  withPart,
  type Mistake,
} from './fixtures/mistakes'
import { RULES } from './judge'

/* Plans near a mistake where the rule must be silent: just on the right side of its limit, or its exception. */

type Silence = Pick<Mistake, 'rule' | 'what' | 'steps' | 'piece' | 'ways' | 'jar'>

const soft: StepContent = { act: 'bring', to: 'softLeatherHard', cover: 'draped', blower: 'none' }
const decoration = build.fire('decoration', '04')
const carved = (over: object = {}, motif: object = {}) => [
  leather,
  coat('marsh-black', 3),
  divide,
  carve(over, motif),
  dry,
  ...finish,
]

const plainTexture = [build.impress('cloth', outside()), dry, bisque, wipe, coat('shell-white', 3), ...finish.slice(2)]
const decorated = [
  dry,
  bisque,
  wipe,
  coat('tide-blue', 3),
  decoration,
  glaze(inside, 'pour'),
  glaze(outside()),
  foot,
  glost(),
]

const SILENCES: readonly Silence[] = [
  { rule: 'stage-harms-step', what: 'underglaze on bone-dry clay', steps: [dry, coat('marsh-black', 3), ...finish] },
  { rule: 'stage-harms-step', what: 'slip at soft leather-hard', steps: [soft, coat('peat-slip', 2), dry, ...finish] },
  { rule: 'stage-harms-step', what: 'glaze on greenware, which has a rule of its own', steps: [dry, glaze(outside())] },
  {
    rule: 'stage-harms-step',
    what: 'wiping the bare outside of a piece glazed inside',
    steps: [dry, bisque, wipe, glaze(inside, 'pour'), build.coat('rust-wash', outside(), 1), sponge(), foot, glost()],
  },
  { rule: 'clay-gets-wetter', what: 'the same stage twice', steps: [leather, leather, ...finish] },
  { rule: 'fired-while-damp', what: 'a bone-dry bisque', steps: [leather, coat('marsh-black', 3), dry, bisque] },
  { rule: 'fired-while-damp', what: 'a decoration firing after the bisque', steps: [dry, bisque, decoration] },
  {
    rule: 'dry-scraping',
    what: 'scraping damp with a respirator',
    steps: [leather, coat('marsh-black', 3), divide, dry, carve({ protection: 'dampAndRespirator' }), ...finish],
  },
  { rule: 'dry-scraping', what: 'leather-hard carving', steps: carved() },
  {
    rule: 'dryer-firms-the-skin',
    what: 'a hair dryer only to soft leather-hard',
    steps: [{ ...soft, blower: 'dryer' } as StepContent, leather, dry, ...finish],
  },
  {
    rule: 'dryer-firms-the-skin',
    what: 'a fan down to bone dry',
    steps: [{ ...dry, blower: 'fan' } as StepContent, ...finish],
  },
  {
    rule: 'thin-part-soaks',
    what: 'three coats on a thin handle at leather-hard',
    steps: [leather, coat('marsh-black', 3), dry, ...finish],
    piece: withPart('handle', { thickMm: 4 }),
  },
  {
    rule: 'thin-part-soaks',
    what: 'three coats on a dry handle 9.5 mm thick',
    steps: [dry, coat('marsh-black', 3), ...finish],
    piece: withPart('handle', { thickMm: 9.5 }),
  },
  {
    rule: 'thin-part-soaks',
    what: 'three coats inside only',
    steps: [dry, coat('marsh-black', 3, { place: wholeOf('inside') }), ...finish],
    piece: withPart('handle', { thickMm: 4 }),
  },
  {
    rule: 'thin-part-soaks',
    what: 'a lid, which is not painted with the wall',
    steps: [dry, coat('marsh-black', 3), ...finish],
    piece: withPart('lid', { thickMm: 4 }),
  },
  {
    rule: 'too-few-coats',
    what: 'one black coat on a dark body',
    steps: [leather, coat('marsh-black', 1), dry, bisque],
    piece: { bodyId: 'peat-dark', use: 'display' },
  },
  {
    rule: 'too-few-coats',
    what: 'four yellow coats on a dark body',
    steps: [leather, coat('gorse-yellow', 4), dry, bisque],
    piece: { bodyId: 'peat-dark', use: 'display' },
  },
  {
    rule: 'too-few-coats',
    what: 'one coat from a bottle',
    steps: [leather, coat('thrift-pink', 1, { applicator: 'bottle' }), dry, ...finish],
    piece: { bodyId: 'estuary-red' },
  },
  {
    rule: 'too-few-coats',
    what: 'spatter, which is to taste',
    steps: [leather, coat('thrift-pink', 1, { applicator: 'spatter' }), dry, ...finish],
    piece: { bodyId: 'estuary-red' },
  },
  {
    rule: 'too-few-coats',
    what: 'a blend, which is thin where it passes over',
    steps: [leather, coat('thrift-pink', 1, { blend: { mediumId: 'tide-blue', along: 'height' } }), dry, ...finish],
    piece: { bodyId: 'estuary-red' },
  },
  {
    rule: 'too-few-coats',
    what: 'a wash, which is not to hide anything',
    steps: washed(outside(), sponge()),
  },
  { rule: 'too-many-coats', what: 'five coats', steps: [leather, coat('marsh-black', 5), dry, ...finish] },
  {
    rule: 'coat-before-matte',
    what: 'one coat that nothing follows',
    steps: [leather, coat('marsh-black', 1, { waits: false }), dry, ...finish],
  },
  {
    rule: 'coat-before-matte',
    what: 'a wet coat, and the next on another band',
    steps: [
      leather,
      coat('marsh-black', 1, { waits: false, place: bandOf(10, 30) }),
      coat('tide-blue', 1, { place: bandOf(40, 60) }),
      dry,
      ...finish,
    ],
  },
  {
    rule: 'coat-before-matte',
    what: 'a dip that nobody waits for',
    steps: [dry, bisque, wipe, glaze(inside, 'pour'), glaze(outside(), 'dip', 'clear-gloss', { waits: false }), foot],
  },
  {
    rule: 'wax-not-dry',
    what: 'tacky wax that goes into the fire as it is',
    steps: [leather, build.wax(outside(30, 50), null, false), dry, ...finish],
  },
  {
    rule: 'wax-not-dry',
    what: 'tacky wax beside the colour',
    steps: [leather, build.wax(outside(60, 70), null, false), coat('tide-blue', 3, { place: bandOf(10, 40) }), dry],
  },
  {
    rule: 'underglaze-on-foot',
    what: 'colour on the base where the studio allows it',
    steps: [leather, coat('marsh-black', 3, { place: wholeOf('base', 'outside') }), dry, bisque],
  },
  {
    rule: 'underglaze-on-foot',
    what: 'slip on the base of a bare-foot studio',
    steps: [leather, coat('peat-slip', 2, { place: wholeOf('base', 'outside') }), dry, bisque],
    ways: { foot: 'bare' },
  },
  { rule: 'contrast-low', what: 'black carved on white clay', steps: carved() },
  { rule: 'carved-too-deep', what: 'a cut .6 mm below the film', steps: carved({ depthMm: 0.68 }) },
  {
    rule: 'carved-too-deep',
    what: 'a deep scratch through raw glaze',
    steps: [dry, bisque, wipe, glaze(outside(), 'brush'), divide, carve({ depthMm: 2.4 }), foot, glost()],
  },
  { rule: 'carved-too-shallow', what: 'a cut as deep as the film', steps: carved({ depthMm: 0.1 }) },
  {
    rule: 'carved-too-shallow',
    what: 'a shallow cut where nothing lies',
    steps: [leather, divide, carve({ depthMm: 0.1 }), dry, ...finish],
  },
  { rule: 'line-too-thin', what: 'lines of .6 mm', steps: carved({}, { lineMm: 0.6 }) },
  { rule: 'motif-off-the-wall', what: 'a motif that just fits', steps: carved({}, { upMm: 10, heightMm: 100 }) },
  { rule: 'repeats-not-marked-out', what: 'twelve on twelve sectors', steps: carved() },
  { rule: 'repeats-not-marked-out', what: 'six on twelve sectors', steps: carved({}, { repeats: 6 }) },
  { rule: 'repeats-not-marked-out', what: 'twenty-four on twelve', steps: carved({}, { repeats: 24 }) },
  {
    rule: 'repeats-not-marked-out',
    what: 'two marks, which the eye can place',
    steps: [leather, coat('marsh-black', 3), carve({}, { repeats: 2 }), dry, ...finish],
  },
  {
    rule: 'repeats-not-marked-out',
    what: 'rings, which close by themselves',
    steps: [leather, coat('marsh-black', 3), carve({}, { kind: 'rings' }), dry, ...finish],
  },
  {
    rule: 'hidden-by-a-part',
    what: 'leaves on either side of the handle',
    steps: carved({}, { repeats: 4, startDeg: 90, heightMm: 24 }),
    piece: withPart('handle', { widthMm: 12, degrees: 90 }),
  },
  {
    rule: 'hidden-by-a-part',
    what: 'rings that run under the handle',
    steps: carved({}, { kind: 'rings', heightMm: 24 }),
    piece: withPart('handle', { widthMm: 12 }),
  },
  {
    rule: 'fill-without-groove',
    what: 'a filling of pressed texture',
    steps: [build.impress('cloth', outside()), dry, bisque, wipe, fill(), sponge(), ...finish.slice(2)],
  },
  { rule: 'fill-without-groove', what: 'a filling of cut lines', steps: inlaid(fill(), sponge()) },
  {
    rule: 'groove-too-shallow',
    what: 'lines .4 mm deep',
    steps: [leather, divide, incise(0.4), dry, bisque, wipe, fill(), sponge(), ...finish.slice(2)],
  },
  { rule: 'fill-not-cleaned', what: 'a filling wiped back', steps: inlaid(fill(), sponge()) },
  {
    rule: 'fill-not-cleaned',
    what: 'slip scraped flush',
    steps: [leather, divide, incise(), build.fill('peat-slip', outside()), build.scrape(outside()), dry, ...finish],
  },
  { rule: 'wiped-too-early', what: 'a filling that has set', steps: inlaid(fill(), sponge()) },
  {
    rule: 'wiped-too-early',
    what: 'wet colour that has been through the bisque',
    steps: [leather, divide, incise(), fill(false), dry, bisque, sponge(), ...finish.slice(1)],
  },
  { rule: 'sponge-too-wet', what: 'a wrung sponge', steps: inlaid(fill(), sponge()) },
  { rule: 'wiped-too-hard', what: 'firm pressure', steps: inlaid(fill(), sponge('firm')) },
  { rule: 'wash-left-thick', what: 'a wash wiped back', steps: washed(outside(), sponge()) },
  {
    rule: 'texture-reads-as-one',
    what: 'dark in the marks, pale above',
    steps: [
      build.impress('cloth', outside(), 1),
      dry,
      bisque,
      wipe,
      glaze(inside, 'pour'),
      build.coat('rust-wash', outside(), 2),
      sponge(),
      glaze(outside(), 'brush'),
      foot,
      glost(),
    ],
  },
  {
    rule: 'texture-reads-as-one',
    what: 'texture left bare',
    steps: [build.impress('cloth', outside()), dry, ...finish],
  },
  {
    rule: 'glaze-over-the-fence',
    what: 'one glaze over a filled line',
    steps: inlaid(fill(), sponge()),
  },
  {
    rule: 'trailed-on-dry-skin',
    what: 'trailed on a damped wall',
    steps: [leather, divide, build.draw('chalk-slip', knot, 'trailer'), dry, ...finish],
    piece: { bodyId: 'estuary-red' },
  },
  {
    rule: 'trailed-on-dry-skin',
    what: 'trailed on soft clay',
    steps: [soft, divide, build.draw('chalk-slip', knot, 'trailer', { damped: false }), dry, ...finish],
  },
  {
    rule: 'trailed-on-dry-skin',
    what: 'drawn with a brush',
    steps: [leather, divide, build.draw('chalk-slip', knot, 'brush', { damped: false }), dry, ...finish],
  },
  { rule: 'tape-pulled-wet', what: 'tape pulled when it is dry', steps: taped(coat('tide-blue', 3), build.peel()) },
  {
    rule: 'tape-pulled-wet',
    what: 'wet colour that has dried to bone dry',
    steps: [leather, build.mask(outside(40, 50)), coat('tide-blue', 1, { waits: false }), dry, build.peel(), ...finish],
  },
  { rule: 'tape-left-on', what: 'tape peeled', steps: taped(coat('tide-blue', 3), build.peel()) },
  {
    rule: 'beads-on-wax',
    what: 'wax that nothing goes over',
    steps: [leather, build.wax(outside(30, 50)), dry, bisque],
  },
  {
    rule: 'beads-on-wax',
    what: 'beads lifted',
    steps: [leather, build.wax(outside(30, 50)), coat('marsh-black', 3), build.swab(outside()), dry, ...finish],
  },
  {
    rule: 'beads-on-wax',
    what: 'wax burnt away before the glaze',
    steps: [leather, build.wax(outside(30, 50)), dry, ...finish],
  },
  { rule: 'glaze-runs', what: 'one dip', steps: [dry, ...finish] },
  {
    rule: 'glaze-runs',
    what: 'a dip and two brushed coats',
    steps: [dry, bisque, wipe, glaze(outside()), glaze(outside(), 'brush', 'amber', { coats: 2 }), foot, glost()],
  },
  {
    rule: 'glaze-runs',
    what: 'a dip in each of two firings',
    steps: [dry, bisque, wipe, glaze(outside()), foot, glost(), glaze(outside(), 'dip', 'amber'), foot, glost()],
  },
  {
    rule: 'glaze-runs',
    what: 'two pours inside',
    steps: [dry, bisque, wipe, glaze(inside, 'pour'), glaze(inside, 'pour', 'amber'), glaze(outside()), foot, glost()],
  },
  {
    rule: 'slab-needed',
    what: 'drips on a slab',
    steps: [dry, bisque, wipe, glaze(INSIDE, 'pour', 'clear-gloss', { drips: true }), build.fire('glaze', '05', true)],
  },
  { rule: 'slab-needed', what: 'no drips', steps: [dry, ...finish] },
  {
    rule: 'wash-before-clear',
    what: 'the inside poured first',
    steps: washed(outside(), sponge()),
  },
  {
    rule: 'wash-before-clear',
    what: 'a wash fixed by a firing of its own',
    steps: [
      dry,
      bisque,
      build.coat('rust-wash', outside(), 1),
      sponge(),
      decoration,
      wipe,
      glaze(inside, 'pour'),
      foot,
      glost(),
    ],
  },
  {
    rule: 'glaze-on-lid-seat',
    what: 'the rim waxed under a lid',
    steps: [dry, bisque, wipe, build.wax(wholeOf('rim')), ...finish.slice(2)],
    piece: withPart('lid'),
  },
  { rule: 'glaze-on-lid-seat', what: 'a rim without a lid', steps: [dry, ...finish] },
  {
    rule: 'glaze-on-greenware',
    what: 'glaze on bisque',
    steps: [dry, ...finish],
  },
  { rule: 'glaze-on-foot', what: 'wiped 6 mm up', steps: [dry, ...finish] },
  {
    rule: 'glaze-on-foot',
    what: 'a dip that stops 8 mm above the foot',
    steps: [dry, bisque, wipe, glaze(inside, 'pour'), glaze(outside(8)), glost()],
  },
  { rule: 'food-surface-not-sealed', what: 'glazed inside', steps: [dry, ...finish] },
  {
    rule: 'food-surface-not-sealed',
    what: 'a bare inside to look at',
    steps: [dry, bisque, wipe, glaze(outside()), foot, glost()],
    piece: { use: 'display' },
  },
  { rule: 'inside-left-open', what: 'nothing glazed at all', steps: [dry, bisque], piece: { use: 'display' } },
  { rule: 'inside-left-open', what: 'glazed inside', steps: [dry, ...finish], piece: { use: 'display' } },
  {
    rule: 'glaze-not-for-food',
    what: 'an unlabelled glaze outside only',
    steps: [dry, bisque, wipe, glaze(inside, 'pour'), glaze(outside(), 'dip', 'amber'), foot, glost()],
  },
  {
    rule: 'glaze-not-for-food',
    what: 'an unlabelled glaze inside something to look at',
    steps: [dry, bisque, wipe, glaze(inside, 'pour', 'amber'), glaze(outside()), foot, glost()],
    piece: { use: 'display' },
  },
  {
    rule: 'dip-over-unfixed-colour',
    what: 'colour fixed by a decoration firing',
    steps: [dry, bisque, wipe, coat('tide-blue', 3), decoration, ...finish.slice(1)],
  },
  {
    rule: 'dip-over-unfixed-colour',
    what: 'the clear brushed on',
    steps: [dry, bisque, wipe, coat('tide-blue', 3), glaze(inside, 'pour'), glaze(outside(), 'brush'), foot, glost()],
  },
  {
    rule: 'dip-over-unfixed-colour',
    what: 'colour that the bisque has fixed',
    steps: [leather, coat('tide-blue', 3), dry, ...finish],
  },
  { rule: 'outside-before-inside', what: 'inside first', steps: [dry, ...finish] },
  {
    rule: 'outside-before-inside',
    what: 'inside second where drips are meant',
    steps: [dry, bisque, wipe, glaze(outside()), glaze(inside, 'pour', 'clear-gloss', { drips: true }), foot, glost()],
  },
  { rule: 'dust-under-glaze', what: 'wiped after the bisque', steps: [dry, ...finish] },
  {
    rule: 'dust-under-glaze',
    what: 'once-fired glaze, which is not wiped',
    steps: [dry, glaze(inside, 'pour'), glaze(outside()), foot, glost()],
    ways: { firings: 'onceFired' },
  },
  {
    rule: 'medium-outside-range',
    what: 'colours in their range',
    steps: [leather, coat('berry-red', 3), dry, ...finish],
  },
  {
    rule: 'medium-outside-range',
    what: 'a glaze not yet melted by the decoration firing',
    steps: [dry, bisque, wipe, glaze(inside, 'pour'), build.fire('decoration', '010')],
  },
  { rule: 'body-outside-range', what: 'a cool bisque', steps: [dry, build.fire('bisque', '010')] },
  { rule: 'body-outside-range', what: 'fired in its range', steps: [dry, ...finish] },
  { rule: 'not-fired-at-the-end', what: 'a glaze firing', steps: [dry, ...finish] },
  { rule: 'not-fired-at-the-end', what: 'bisque to look at', steps: [dry, bisque], piece: { use: 'display' } },
  {
    rule: 'glaze-alone',
    what: 'with another glaze over it',
    steps: [dry, bisque, wipe, glaze(outside(), 'dip', 'amber'), glaze(outside(), 'brush'), foot, glost()],
    jar: ['amber', 'notAlone'],
  },
  {
    rule: 'raw-materials-on-food',
    what: 'manganese outside only',
    steps: [leather, coat('marsh-black', 3), dry, ...finish],
    jar: ['marsh-black', 'containsManganese'],
  },
  {
    rule: 'raw-materials-on-food',
    what: 'manganese inside something to look at',
    steps: [leather, coat('marsh-black', 3, { place: wholeOf('inside') }), dry, ...finish],
    piece: { use: 'display' },
    jar: ['marsh-black', 'containsManganese'],
  },
  // Second plans of older rules.
  { rule: 'clay-gets-wetter', what: 'drier step by step', steps: [soft, leather, dry, ...finish] },
  {
    rule: 'too-many-coats',
    what: 'four coats of a pale colour',
    steps: [leather, coat('gorse-yellow', 4), dry, ...finish],
  },
  { rule: 'contrast-low', what: 'black carved on white clay', steps: carved() },
  { rule: 'line-too-thin', what: 'lines of 1.6 mm', steps: carved() },
  { rule: 'motif-off-the-wall', what: 'leaves well inside the wall', steps: carved() },
  { rule: 'groove-too-shallow', what: 'grooves of .8 mm', steps: inlaid(fill(), sponge()) },
  { rule: 'sponge-too-wet', what: 'a wrung sponge', steps: inlaid(fill(), sponge('firm', 'wrung')) },
  { rule: 'wiped-too-hard', what: 'a light hand', steps: inlaid(fill(), sponge('light')) },
  { rule: 'glaze-over-the-fence', what: 'one glaze over all', steps: inlaid(fill(), sponge()) },
  {
    rule: 'tape-left-on',
    what: 'peeled before the bisque',
    steps: taped(coat('marsh-black', 3), build.peel()),
  },
  { rule: 'glaze-on-greenware', what: 'glaze on bisque', steps: [dry, ...finish] },
  {
    rule: 'glaze-alone',
    what: 'a glaze that may be alone',
    steps: [dry, bisque, wipe, glaze(outside(), 'dip', 'amber'), foot, glost()],
  },
  // Rules of what had been missed.
  {
    rule: 'wash-left-thick',
    what: 'a wash on wall and base, both wiped',
    steps: washed(wholeOf('outside', 'base'), build.wipe(wholeOf('outside', 'base'))),
  },
  {
    rule: 'wiped-off-with-it',
    what: 'the pale colour fired on before the dark one is wiped',
    steps: [
      dry,
      bisque,
      wipe,
      coat('shell-white', 3),
      decoration,
      wipe,
      build.coat('rust-wash', outside(), 1),
      sponge(),
      ...finish.slice(2),
    ],
  },
  {
    rule: 'wiped-off-with-it',
    what: 'the pale colour dabbed after the sponge',
    steps: [
      dry,
      bisque,
      wipe,
      build.coat('rust-wash', outside(), 1),
      sponge(),
      coat('shell-white', 3, { applicator: 'sponge' }),
      ...finish.slice(2),
    ],
  },
  { rule: 'texture-reads-as-one', what: 'one plain colour on a texture', steps: plainTexture },
  {
    rule: 'glaze-too-thin',
    what: 'two brushed coats outside',
    steps: [
      dry,
      bisque,
      wipe,
      glaze(inside, 'pour'),
      glaze(outside(), 'brush', 'clear-gloss', { coats: 2 }),
      foot,
      glost(),
    ],
  },
  {
    rule: 'glaze-too-thin',
    what: 'one brushed coat over a dipped one',
    steps: [dry, bisque, wipe, glaze(outside()), glaze(outside(), 'brush', 'amber', { coats: 1 }), foot, glost()],
  },
  { rule: 'glaze-runs', what: 'three glazes of which wax shed the last', steps: throughWax({ coats: 5 }) },
  { rule: 'swabbed-too-early', what: 'swabbed when the glaze is dry', steps: throughWax() },
  {
    rule: 'swabbed-too-early',
    what: 'wet colour inside, wax swabbed outside',
    steps: [
      leather,
      build.wax(bandOf(30, 50)),
      coat('marsh-black', 3),
      coat('tide-blue', 1, { place: wholeOf('inside'), intent: 'blush', waits: false }),
      build.swab(outside()),
      dry,
      ...finish,
    ],
  },
  {
    rule: 'wiped-too-early',
    what: 'wet colour inside, the outside wiped',
    steps: [
      dry,
      bisque,
      wipe,
      build.coat('rust-wash', outside(), 1),
      coat('tide-blue', 1, { place: wholeOf('inside'), intent: 'blush', waits: false }),
      sponge(),
      ...finish.slice(2),
    ],
  },
  { rule: 'dust-under-glaze', what: 'wiped, then a decoration firing', steps: decorated },
  {
    rule: 'one-side-only',
    what: 'a bird on either side',
    steps: carved({}, { kind: 'bird', repeats: 2, heightMm: 30 }),
  },
  { rule: 'one-side-only', what: 'a line once round', steps: carved({}, { kind: 'line', repeats: 1, heightMm: 8 }) },
  { rule: 'repeats-overlap', what: 'leaves with room between', steps: carved() },
  { rule: 'repeats-overlap', what: 'a zigzag that closes', steps: carved({}, { kind: 'zigzag', repeats: 30 }) },
  {
    rule: 'parts-in-one-place',
    what: 'the handle opposite the spout',
    steps: [dry, ...finish],
    piece: handleAndSpout(90, 270),
  },
  { rule: 'parts-in-one-place', what: 'a handle alone', steps: [dry, ...finish], piece: withPart('handle') },
  {
    rule: 'spatter-unmasked',
    what: 'spatter over the whole outside',
    steps: [
      leather,
      build.coat('marsh-black', wholeOf('outside'), 2, { applicator: 'spatter', intent: 'blush' }),
      dry,
      ...finish,
    ],
  },
  {
    rule: 'spatter-unmasked',
    what: 'the rest under tape',
    steps: taped(
      build.coat('marsh-black', outside(30, 60), 2, { applicator: 'spatter', intent: 'blush' }),
      build.peel(),
    ),
  },
  {
    rule: 'light-over-dark',
    what: 'black over yellow',
    steps: [leather, coat('gorse-yellow', 3), coat('marsh-black', 3), dry, ...finish],
  },
  {
    rule: 'light-over-dark',
    what: 'a pale colour that is carved through to a dark one',
    steps: [leather, coat('marsh-black', 3), coat('gorse-yellow', 5), divide, carve({ depthMm: 0.2 }), dry, ...finish],
  },
  {
    rule: 'details-before-ground',
    what: 'ground first',
    steps: [leather, coat('gorse-yellow', 3), drawn, dry, ...finish],
  },
  {
    rule: 'details-before-ground',
    what: 'a studio that draws first',
    steps: [leather, drawn, coat('gorse-yellow', 3), dry, ...finish],
    ways: { order: 'detailsFirst' },
  },
  {
    rule: 'line-too-thick',
    what: 'two coats from a bottle',
    steps: [leather, build.draw('marsh-black', spirals, 'bottle', { coats: 2 }), dry, ...finish],
  },
  {
    rule: 'line-too-thick',
    what: 'thick slip, which is made for it',
    steps: [leather, build.draw('chalk-slip', spirals, 'trailer', { coats: 3 }), dry, ...finish],
  },
  {
    rule: 'hollows-stay-white',
    what: 'misted first',
    steps: [
      build.impress('dimples', outside(), 0.8),
      dry,
      bisque,
      wipe,
      build.mist(outside()),
      coat('tide-blue', 3),
      ...finish.slice(2),
    ],
  },
  {
    rule: 'hollows-stay-white',
    what: 'thinned a little',
    steps: [
      build.impress('dimples', outside(), 0.8),
      dry,
      bisque,
      wipe,
      coat('tide-blue', 3, { water: 0.15 }),
      ...finish.slice(2),
    ],
  },
  { rule: 'not-damped', what: 'a studio that damps only what is thirsty', steps: decorated },
  {
    rule: 'not-damped',
    what: 'damped first',
    steps: [dry, bisque, wipe, build.mist(outside()), coat('tide-blue', 3), decoration, ...finish.slice(2)],
    ways: { damping: 'dampEvenly' },
  },
  {
    rule: 'place-reaches-nothing',
    what: 'a band up to 2000 mm, that is to the rim',
    steps: [leather, build.coat('marsh-black', bandOf(20, 2000), 3), dry, ...finish],
  },
  {
    rule: 'place-reaches-nothing',
    what: 'the whole outside',
    steps: [leather, coat('marsh-black', 3), dry, ...finish],
  },
  {
    rule: 'too-few-coats',
    what: 'three sponged coats on high places that were wiped clean',
    steps: [
      build.impress('cloth', outside()),
      dry,
      bisque,
      wipe,
      build.coat('rust-wash', outside(), 2),
      sponge(),
      coat('shell-white', 3, { applicator: 'sponge' }),
      ...finish.slice(2),
    ],
  },
  // What is joined.
  {
    rule: 'part-is-gone',
    what: 'colour on the handle that there is',
    steps: [
      leather,
      coat('marsh-black', 3, { place: { ...outside(12), parts: [], on: ['handle/all'] } }),
      dry,
      ...finish,
    ],
    piece: withPart('handle'),
  },
  {
    rule: 'part-is-gone',
    what: 'dots drawn on the lid that there is',
    steps: [
      leather,
      build.draw('marsh-black', build.motif('dots', 5, 6, 6, 2, { on: 'lid' }), 'brush', { coats: 2 }),
      dry,
      ...finish,
    ],
    piece: withPart('lid'),
  },
  {
    rule: 'part-hangs-in-the-air',
    what: 'a berry that touches the wall',
    steps: [leather, coat('marsh-black', 3), dry, ...finish],
    piece: withPart('ball', { widthMm: 14, heightMm: 14, thickMm: 14, outMm: 5 }),
  },
  {
    rule: 'part-hangs-in-the-air',
    what: 'a handle, which has its joints',
    steps: [leather, coat('marsh-black', 3), dry, ...finish],
    piece: withPart('handle'),
  },
  {
    rule: 'part-is-swallowed',
    what: 'a berry half in the wall',
    steps: [leather, coat('marsh-black', 3), dry, ...finish],
    piece: withPart('ball', { widthMm: 14, heightMm: 14, thickMm: 14, outMm: 0 }),
  },
  {
    rule: 'part-is-swallowed',
    what: 'a relief, which lies on the wall',
    steps: [leather, coat('marsh-black', 3), dry, ...finish],
    piece: withPart('relief'),
  },
]

describe('nothing is said near a mistake', () => {
  it.each(SILENCES.map((s) => [s.rule, s.what, s] as const))('%s: %s', (rule, _, plan) => {
    expect(saidBy(rule, plan).map((f) => f.sentence)).toEqual([])
  })

  it('every rule has two such plans', () => {
    const plans = (id: string) => SILENCES.filter((s) => s.rule === id).length
    expect(RULES.filter(({ id }) => plans(id) < 2).map(({ id }) => id)).toEqual([])
  })

  it('rules have ids of their own', () => {
    expect(new Set(RULES.map((r) => r.id)).size).toBe(RULES.length)
  })
})
