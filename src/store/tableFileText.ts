import { textOf } from '@/core/formats/textOf'

/** The text of a table file, whichever program wrote it. */
export const tableFileText = async (file: File): Promise<string> => textOf(new Uint8Array(await file.arrayBuffer()))
