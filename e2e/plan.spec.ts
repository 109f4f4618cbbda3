import {
  addStep,
  DEMO_PIECES,
  distance,
  drawn,
  expect,
  middleColour,
  open,
  openPlan,
  rule,
  saved,
  skins,
  step,
  test,
  turned,
  wheel,
} from './studio'

test('the rack shows each piece fired, where it stands and what is next', async ({ page }) => {
  await open(page, '/')
  await expect(page.getByRole('heading', { name: 'Tidewater shed' })).toBeVisible()
  const cards = page.getByTestId('piece-card')
  await expect(cards).toHaveCount(DEMO_PIECES)
  for (const [name, next] of [
    ['Reed jugs', 'Mark 15'],
    ['Scallop dish', 'Gorse yellow'],
    ['Dotted jar', 'To leather-hard'],
    ['Banded beakers', 'Glaze firing'],
  ]) {
    const card = cards.filter({ hasText: name })
    await expect(card).toContainText(next)
    await expect(card.getByRole('img', { name: /as it will look fired/ })).toBeVisible({ timeout: 40_000 })
  }
  await cards.filter({ hasText: 'Reed jugs' }).getByRole('link').click()
  await expect(page.getByRole('heading', { name: 'Reed jugs' })).toBeVisible()
})

test('three coats to one fires thin, is found, and its mend brings three back', async ({ page }) => {
  await openPlan(page, 'wax-beakers')
  const three = await middleColour(page)
  await step(page, 'Step 5: Mussel grey').click()
  let before = await skins(page)
  await page.getByLabel('Coats', { exact: true }).fill('1')
  await page.getByLabel('Coats', { exact: true }).press('Enter')
  await drawn(page, before)
  const one = await middleColour(page)
  expect(distance(three, one)).toBeGreaterThan(4)
  await expect(rule(page, 'too-few-coats')).toContainText('1 coat of Mussel grey fires thin and streaked')

  before = await skins(page)
  await rule(page, 'too-few-coats')
    .getByRole('button', { name: /Give it/ })
    .click()
  await expect(rule(page, 'too-few-coats')).toHaveCount(0)
  await drawn(page, before)
  await expect(page.getByLabel('Coats', { exact: true })).not.toHaveValue('1')

  before = await skins(page)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(rule(page, 'too-few-coats')).toBeVisible()
  await drawn(page, before)
  await page.keyboard.press('Control+z')
  await expect(page.getByLabel('Coats', { exact: true })).toHaveValue('3')
  await drawn(page, before + 1)
  expect(distance(await middleColour(page), three)).toBeLessThan(1.5)
  await page.keyboard.press('Control+Shift+z')
  await expect(page.getByLabel('Coats', { exact: true })).toHaveValue('1')
})

test('damp clay that is fired bursts on the form, is found, and is whole again with its mend', async ({ page }) => {
  await openPlan(page, 'wax-beakers')
  const whole = await middleColour(page)
  await step(page, 'Step 6: To bone dry').click()
  let before = await skins(page)
  await page.getByRole('button', { name: 'remove', exact: true }).click()
  await expect(rule(page, 'fired-while-damp')).toContainText('steam will burst it')
  await drawn(page, before)
  expect(distance(await middleColour(page), whole)).toBeGreaterThan(1.2)
  before = await skins(page)
  await rule(page, 'fired-while-damp').getByRole('button', { name: 'Dry to bone dry first' }).click()
  await expect(rule(page, 'fired-while-damp')).toHaveCount(0)
  await drawn(page, before)
  expect(distance(await middleColour(page), whole)).toBeLessThan(0.6)
})

test('a step moved by keyboard to a stage that harms it is judged there, and put right by its mend', async ({
  page,
}) => {
  await openPlan(page, 'reed-jugs')
  await step(page, 'Step 5: Carve reeds').click()
  await expect(rule(page, 'stage-harms-step')).toHaveCount(0)
  await page.keyboard.press('Alt+ArrowRight')
  await expect(page.getByTestId('step-sheet')).toContainText('bone dry')
  await expect(rule(page, 'stage-harms-step')).toContainText('dry clay scratches to dust')
  await expect(rule(page, 'stage-harms-step')).toHaveAttribute('data-severity', 'ruin')
  await expect(rule(page, 'dry-scraping')).toContainText('silica')
  await rule(page, 'stage-harms-step')
    .getByRole('button', { name: /Move to/ })
    .first()
    .click()
  await expect(rule(page, 'stage-harms-step')).toHaveCount(0)
  await expect(rule(page, 'dry-scraping')).toHaveCount(0)
})

test('moving along the rail moves the picture through time, raw and fired, in three lights', async ({ page }) => {
  await openPlan(page, 'reed-jugs')
  const seen = new Map<string, number[]>()
  const look = async (name: string, act: () => Promise<void>) => {
    const before = await skins(page)
    await act()
    await drawn(page, before)
    seen.set(name, await middleColour(page))
  }
  seen.set('end', await middleColour(page))
  await look('lamp', () => page.getByRole('radio', { name: 'lamp' }).click())
  await look('gallery', () => page.getByRole('radio', { name: 'gallery' }).click())
  await page.getByRole('radio', { name: 'on the bench' }).click()
  await page.getByRole('radio', { name: 'daylight' }).click()
  await look('bare', () => page.getByRole('button', { name: 'piece', exact: true }).click())
  await expect(page.getByTestId('moment')).toContainText('on the bench after the making, wet')
  await page.keyboard.press('ArrowRight')
  await look('slip', () => page.keyboard.press('ArrowRight'))
  await expect(page.getByTestId('moment')).toContainText('after step 2, leather-hard')
  await look('colour', () => page.keyboard.press('ArrowRight'))
  await look('fired now', () => page.getByRole('radio', { name: 'as if fired today' }).click())
  const names = [...seen.keys()]
  for (let i = 0; i < names.length; i++)
    for (let j = i + 1; j < names.length; j++)
      expect(
        distance(seen.get(names[i]) ?? [], seen.get(names[j]) ?? []),
        `${names[i]} and ${names[j]}`,
      ).toBeGreaterThan(0.4)
  const lightness = (name: string) => (seen.get(name) ?? []).reduce((a, b) => a + b, 0)
  expect(lightness('colour')).toBeGreaterThan(lightness('fired now') * 1.3)
})

test('steps are added, changed, repeated, dragged and removed', async ({ page }) => {
  await openPlan(page, 'dotted-jar')
  const tags = page.getByRole('group', { name: 'Plan along the life of the clay' }).locator('[data-step]')
  const start = await tags.count()
  await step(page, 'Step 2: Peat slip').click()
  await addStep(page, 'Colour', 'Coat')
  await expect(tags).toHaveCount(start + 1)
  await page.getByLabel('Colour', { exact: true }).selectOption({ label: 'Gorse yellow (underglaze, cone 08 to 6)' })
  await expect(step(page, 'Step 3: Gorse yellow')).toBeVisible()
  await page.getByRole('button', { name: 'repeat' }).click()
  await expect(tags).toHaveCount(start + 2)
  await page.keyboard.press('Control+z')
  await expect(tags).toHaveCount(start + 1)

  // Dragged past the carving into the stretch of bone-dry clay.
  const tag = await step(page, 'Step 3: Gorse yellow').boundingBox()
  const kiln = await step(page, 'Step 8: Bisque').boundingBox()
  if (!tag || !kiln) throw new Error('nothing to drag')
  await page.mouse.move(tag.x + 60, tag.y + 20)
  await page.mouse.down()
  await page.mouse.move(tag.x + 120, tag.y + 24, { steps: 4 })
  await page.mouse.move(kiln.x - 10 + 34, tag.y + 20, { steps: 8 })
  await page.mouse.up()
  await expect(step(page, 'Step 7: Gorse yellow')).toBeVisible()
  await expect(page.getByTestId('step-sheet')).toContainText('bone dry')
  await page.getByRole('button', { name: 'remove', exact: true }).click()
  await expect(tags).toHaveCount(start)
})

test('the form turns, tilts and flips by keyboard and pointer, and the cut follows the pointer', async ({ page }) => {
  await openPlan(page, 'reed-jugs')
  const pictures: number[][] = [await middleColour(page)]
  await wheel(page).focus()
  await turned(page, async () => {
    for (const key of ['ArrowRight', 'ArrowUp', 'ArrowUp']) await page.keyboard.press(key)
  })
  pictures.push(await middleColour(page))
  await turned(page, () => page.getByRole('button', { name: 'Flip it over' }).click())
  pictures.push(await middleColour(page))
  expect(distance(pictures[0], pictures[1])).toBeGreaterThan(0.5)
  expect(distance(pictures[1], pictures[2])).toBeGreaterThan(0.5)
  await page.getByRole('button', { name: 'From the front' }).click()
  const box = await wheel(page).boundingBox()
  if (!box) throw new Error('no wheel')
  await page.mouse.move(box.x + box.width * 0.45, box.y + box.height * 0.5)
  await expect(page.getByTestId('section')).toContainText('Estuary red earthenware')
  await expect(page.getByTestId('lab')).toContainText(/fired L \d+/)
})

test('what is done is marked, and everything is there after a reload', async ({ page }) => {
  await openPlan(page, 'dotted-jar')
  await step(page, 'Step 2: Peat slip').click()
  await page.getByLabel('This step and all before it are done').check()
  await expect(step(page, 'Step 3: Mark 18')).toContainText('next')
  await saved(page)
  await page.reload()
  await expect(step(page, 'Step 2: Peat slip, 3 coats, done')).toBeVisible()
  await page.getByRole('button', { name: 'Undo: mark what is done' }).click()
  await expect(step(page, 'Step 1: To leather-hard')).toBeVisible()
  await saved(page)
  await open(page, '/')
  await expect(page.getByTestId('piece-card').filter({ hasText: 'Dotted jar' })).toContainText('To leather-hard')
})

test('a trade word in a finding opens what it means, by keyboard too', async ({ page }) => {
  await openPlan(page, 'scallop-dish')
  const word = rule(page, 'dust-under-glaze').getByRole('button', { name: 'bisque', exact: true })
  await word.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('note')).toContainText('Clay after its first firing')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('note')).toHaveCount(0)
})

test('a step that would harm the clay where the hand is goes where it belongs, and says so', async ({ page }) => {
  await openPlan(page, 'reed-jugs')
  await step(page, 'Step 8: Wipe dust').click()
  await addStep(page, 'Cut', 'Burnish')
  await expect(
    page.getByRole('status').filter({
      hasText: /Burnish went after step \d+, where the clay is leather-hard, and not after step 8: on bisque clay/,
    }),
  ).toBeVisible()
  // One press has it where it was asked for.
  await page.getByRole('button', { name: 'Put it after step 8 all the same' }).click()
  await expect(rule(page, 'stage-harms-step')).toContainText('bisque')
  // What is told covers nothing: the rail is there to be pressed.
  await step(page, 'Carve reeds').click()
  await expect(page.getByTestId('section')).toContainText('Estuary red earthenware')
})
