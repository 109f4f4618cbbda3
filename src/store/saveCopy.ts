import { writeStudio } from '@/core/formats/verniceFile'
import { download, fileName } from './download'
import { useStudio } from './studioStore'

/** Hands over the whole studio as a file. */
export function saveCopy(): void {
  const { studio } = useStudio.getState()
  download(fileName(studio.name, 'vernice-studio.json'), new Blob([writeStudio(studio)], { type: 'application/json' }))
}
