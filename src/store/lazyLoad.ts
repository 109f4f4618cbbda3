import { tell } from './studioStore'

/** Loads what is seldom used when it is wanted; where that fails it is told, and null comes back. */
export async function lazyLoad<T>(load: () => Promise<T>): Promise<T | null> {
  try {
    return await load()
  } catch {
    tell('problem', 'That part of Vernice could not be loaded: look whether its server still runs, and try again.')
    return null
  }
}
