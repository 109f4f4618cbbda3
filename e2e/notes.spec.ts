import { cameraJpeg, drawn, expect, open, openPlan, saved, step, test, wheel } from './studio'

/* Notes and photographs that belong to a place of the piece. */

test('a spot of the form is noted and photographed: a pin stands there, and is found again', async ({ page }) => {
  await openPlan(page, 'reed-jugs')
  const box = (await wheel(page).boundingBox())!
  await page.mouse.click(box.x + box.width * 0.46, box.y + box.height * 0.5)
  const note = page.getByTestId('spot-note')
  await expect(note).toContainText(/Outside, \d+ mm up/i)
  await page.keyboard.type('watch this spot')
  await page.keyboard.press('Tab')
  await page.keyboard.press('Enter')
  await expect(note.getByText('watch this spot')).toBeVisible()
  await note
    .getByLabel(/^Photograph of outside/)
    .setInputFiles({ name: 'spot.jpg', mimeType: 'image/jpeg', buffer: await cameraJpeg(page) })
  await expect(note.getByRole('img')).toHaveCount(1, { timeout: 20_000 })
  await page.keyboard.press('Escape')
  await expect(page.getByRole('button', { name: /^Note 1, outside/ })).toBeVisible()
  await saved(page)
  await page.reload()
  await drawn(page, 0)
  await page.getByRole('button', { name: /^Note 1, outside/ }).click()
  await expect(note.getByText('watch this spot')).toBeVisible()
  await expect(note.getByRole('img')).toHaveCount(1)
})

test('by keyboard the spot of the cut is noted; a note is taken back', async ({ page }) => {
  await openPlan(page, 'reed-jugs')
  await step(page, /Carve/).press('Enter')
  await page.getByRole('button', { name: 'Note something here' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Note on this spot')).toBeFocused()
  await page.keyboard.type('thin here')
  await page.keyboard.press('Tab')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'piece', exact: true }).click()
  const places = page.getByRole('region', { name: 'Notes on places' })
  await expect(places).toContainText('thin here')
  await places.getByRole('button', { name: 'Take back the note “thin here”' }).click()
  await expect(places).toContainText('None yet')
})

test('an area of a drawing has its photograph', async ({ page }) => {
  await open(page, '/plan/estuary-plate?sheet=drawings')
  await page.getByText('Names, notes and photographs of its areas').click()
  const list = page.getByTestId('drawings')
  const choose = list.getByLabel(/^Photograph of area 5/)
  await choose.scrollIntoViewIfNeeded()
  await choose.setInputFiles({ name: 'hill.jpg', mimeType: 'image/jpeg', buffer: await cameraJpeg(page) })
  await expect(list.getByRole('img', { name: /area 5/ })).toBeVisible({ timeout: 20_000 })
  // Pressed it is seen whole, and there it can be taken out.
  await list.getByRole('button', { name: /^Look at the photograph of area 5/ }).click()
  const whole = page.locator('[data-testid="photo-whole"][open]')
  await expect(whole.getByRole('img', { name: /area 5/ })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(whole).toHaveCount(0)
  await list.getByRole('button', { name: /^Look at the photograph of area 5/ }).press('Enter')
  await whole.getByRole('button', { name: 'Take it out of the record' }).click()
  await expect(list.getByRole('img', { name: /area 5/ })).toHaveCount(0)
})
