import {
  PDFHexString,
  PDFName,
  PDFNumber,
  PDFOperator,
  PDFOperatorNames,
  type PDFDocument,
  type PDFPage,
  type PDFRef,
} from 'pdf-lib'

/*
 * What a screen reader needs of a PDF: language, title, and what each thing on a page is, in reading order. pdf-lib writes the objects and
 * has no words for structure; these are those of ISO 32000-1, 14.7 and 14.8 (from memory).
 */

/** What holds other things. */
export type GroupRole = 'Sect' | 'L' | 'LI' | 'LBody' | 'Table' | 'TR' | 'TH' | 'TD'
/** What stands on a page itself. Within a cell or an entry of a list a paragraph is a `P` of its own. */
export type LeafRole = 'H1' | 'H2' | 'P' | 'Figure'

interface Element {
  readonly ref: PDFRef
  readonly role: GroupRole | LeafRole | 'Document'
  readonly parent: PDFRef
  readonly kids: PDFRef[]
  /** Where a leaf stands: its page, and its number on it. */
  readonly at: { readonly page: PDFPage; readonly id: number } | null
  /** What stands for a figure. */
  readonly alt: string | null
}

/** The structure of one PDF, as it is written from its beginning to its end. */
export class PdfTags {
  private readonly root: PDFRef
  private readonly elements: Element[] = []
  private readonly open: Element[] = []
  /** The leaves of each page, by their number on it. */
  private readonly leaves = new Map<PDFPage, PDFRef[]>()

  constructor(
    private readonly pdf: PDFDocument,
    title: string,
  ) {
    pdf.setTitle(title, { showInWindowTitleBar: true })
    pdf.setLanguage('en')
    this.root = pdf.context.nextRef()
    this.open.push(this.element('Document', this.root))
  }

  private element(role: Element['role'], parent: PDFRef, at: Element['at'] = null, alt: string | null = null): Element {
    const made = { ref: this.pdf.context.nextRef(), role, parent, kids: [], at, alt }
    this.elements.push(made)
    return made
  }

  private add(role: GroupRole | LeafRole, at: Element['at'], alt: string | null): Element {
    const holder = this.open[this.open.length - 1]
    const made = this.element(role, holder.ref, at, alt)
    holder.kids.push(made.ref)
    return made
  }

  /** Everything that is written meanwhile belongs to a group. */
  within<T>(role: GroupRole, write: () => T): T {
    this.open.push(this.add(role, null, null))
    try {
      return write()
    } finally {
      this.open.pop()
    }
  }

  /** What is drawn meanwhile on a page is a heading, a paragraph, or a figure with words that stand for it. */
  mark<T>(page: PDFPage, role: LeafRole, draw: () => T, alt: string | null = null): T {
    const onPage = this.leaves.get(page) ?? []
    this.leaves.set(page, onPage)
    const id = onPage.length
    onPage.push(this.add(role, { page, id }, alt).ref)
    const begin = PDFOperator.of(PDFOperatorNames.BeginMarkedContentSequence, [PDFName.of(role), `<</MCID ${id}>>`])
    return marked(page, begin, draw)
  }

  /** What is drawn meanwhile on a page says nothing: lines between things, cutting marks. */
  decoration<T>(page: PDFPage, draw: () => T): T {
    return marked(page, PDFOperator.of(PDFOperatorNames.BeginMarkedContent, [PDFName.of('Artifact')]), draw)
  }

  /** Writes the structure into the PDF; nothing is drawn afterwards. */
  finish(): void {
    const { context, catalog } = this.pdf
    for (const { ref, role, parent, kids, at, alt } of this.elements) {
      const dict = context.obj({ Type: 'StructElem', S: role, P: parent })
      if (at) {
        dict.set(PDFName.of('Pg'), at.page.ref)
        dict.set(PDFName.of('K'), PDFNumber.of(at.id))
      } else dict.set(PDFName.of('K'), context.obj(kids))
      if (alt !== null) dict.set(PDFName.of('Alt'), PDFHexString.fromText(alt))
      if (role === 'TH') dict.set(PDFName.of('A'), context.obj({ O: 'Table', Scope: 'Row' }))
      context.assign(ref, dict)
    }
    const numbers = [...this.leaves].flatMap(([page, refs], i) => {
      page.node.set(PDFName.of('StructParents'), PDFNumber.of(i))
      page.node.set(PDFName.of('Tabs'), PDFName.of('S'))
      return [PDFNumber.of(i), context.obj(refs)]
    })
    context.assign(
      this.root,
      context.obj({
        Type: 'StructTreeRoot',
        K: this.open[0].ref,
        ParentTree: context.obj({ Nums: context.obj(numbers) }),
        ParentTreeNextKey: this.leaves.size,
      }),
    )
    catalog.set(PDFName.of('StructTreeRoot'), this.root)
    catalog.set(PDFName.of('MarkInfo'), context.obj({ Marked: true }))
  }
}

function marked<T>(page: PDFPage, begin: PDFOperator, draw: () => T): T {
  page.pushOperators(begin)
  const drawn = draw()
  page.pushOperators(PDFOperator.of(PDFOperatorNames.EndMarkedContent))
  return drawn
}
