import base from './playwright.config'

/** npm run screenshots: one picture of each main view of the demo studio, into docs/screenshots. Needs a build. */
const config = { ...base, testMatch: '**/screenshots.shots.ts', retries: 0, reporter: 'list' as const }

export default config
