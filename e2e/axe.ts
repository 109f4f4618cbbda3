import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'

/**
 * axe on a page, three times as quick as it comes: what passes is not written down, and no page is opened only to put the results of
 * frames together, for there are no frames.
 */
export const axeOn = (page: Page): AxeBuilder =>
  new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode(true)
