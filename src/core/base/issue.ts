/** What went wrong, as data. `sentence` is the only place that turns it into words. */
export type Issue =
  | { code: 'file-too-large'; bytes: number; limitBytes: number }
  | { code: 'not-json'; detail: string }
  | { code: 'wrong-kind'; actual: string; expected: string }
  | { code: 'newer-version'; actual: number; newest: number }
  | { code: 'bad-value'; path: string; actual: string; expected: string }
  | { code: 'unknown-reference'; path: string; actual: string; expected: string }
  | { code: 'which-date'; date: string }
  | { code: 'too-deep'; limit: number }
  | { code: 'no-such-piece'; id: string }
  | { code: 'no-such-step'; id: string }
  | { code: 'form-impossible'; reason: string }
  | { code: 'drawing-holds'; what: string }
  | { code: 'heic'; name: string }
  | { code: 'no-picture'; name: string }
  | { code: 'no-room'; needsBytes: number; leftBytes: number; looseBytes?: number }
  | { code: 'storage-failed'; detail: string }

/** Binary megabytes to a tenth; a size rounds up and a limit down, so that what is refused never looks as if it fitted. */
const mebibytes = (bytes: number, round: (x: number) => number) => (round((bytes / 1_048_576) * 10) / 10).toFixed(1)

/** One clear sentence with the offending value and what to do about it. */
export function sentence(issue: Issue): string {
  switch (issue.code) {
    case 'file-too-large':
      return (
        `This file is ${mebibytes(issue.bytes, Math.ceil)} MB and at most ${mebibytes(issue.limitBytes, Math.floor)} MB ` +
        'are read here; choose a smaller one, or take a part of it.'
      )
    case 'not-json':
      return `This file is not readable as JSON (${issue.detail}); export it again and choose that copy.`
    case 'wrong-kind':
      return `This file says it is “${issue.actual}”, but ${issue.expected} is needed; choose a file that Vernice exported.`
    case 'newer-version':
      return (
        `This file was written by a newer Vernice (version ${issue.actual}, this one reads up to ` +
        `${issue.newest}); update Vernice, then open it.`
      )
    case 'bad-value':
      return `“${issue.path}” is ${issue.actual}, but it must be ${issue.expected}; correct it in the file and try again.`
    case 'unknown-reference':
      return `“${issue.path}” names ${issue.actual}, which is not ${issue.expected}; export the file again with its materials.`
    case 'which-date':
      return `“${issue.date}” could have the day first or the month first; say which, or write dates like 2026-03-04.`
    case 'too-deep':
      return `This file is nested more than ${issue.limit} levels deep, which no Vernice file is; choose another file.`
    case 'no-such-piece':
      return `There is no piece “${issue.id}” in this studio; go back to the rack and choose one.`
    case 'no-such-step':
      return `The plan has no step “${issue.id}” any more; it was probably removed in the meantime.`
    case 'form-impossible':
      return `This form cannot be built: ${issue.reason}.`
    case 'drawing-holds':
      return `This drawing holds ${issue.what}.`
    case 'heic':
      return (
        `This browser cannot read “${issue.name}”, which is a HEIC photograph. Share it as JPEG (most cameras have a setting ` +
        'for the most compatible format).'
      )
    case 'no-picture':
      return `“${issue.name}” cannot be read as a picture; it may be broken. Choose a JPEG, PNG or WebP file, or take it again.`
    case 'no-room':
      return (
        `What is to be kept needs ${mebibytes(issue.needsBytes, Math.ceil)} MB and the browser grants only ` +
        `${mebibytes(Math.max(0, issue.leftBytes), Math.floor)} MB more for photographs, with some kept free for the plans; ` +
        (issue.looseBytes
          ? `photographs that no record shows take ${mebibytes(issue.looseBytes, Math.floor)} MB, and Studio deletes them.`
          : 'save the studio as a zip and delete photographs you no longer need.')
      )
    case 'storage-failed':
      return `The browser could not save (${issue.detail}); export the studio now so that nothing is lost.`
  }
}
