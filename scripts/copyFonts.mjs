// Puts the TrueType cuts that the bench card embeds where the browser can fetch them.
import { copyFileSync, mkdirSync } from 'node:fs'

const from = 'node_modules/@expo-google-fonts/atkinson-hyperlegible-next'
mkdirSync('public/fonts', { recursive: true })
copyFileSync(`${from}/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf`, 'public/fonts/card-regular.ttf')
copyFileSync(`${from}/700Bold/AtkinsonHyperlegibleNext_700Bold.ttf`, 'public/fonts/card-bold.ttf')
