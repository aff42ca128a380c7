import PDFDocument from 'pdfkit'

/** A PDF without pages yet, and its bytes once it has been ended. `made` is the date that stands in the file: the same date, the same bytes. */
export function newDocument(title: string, made: Date): { readonly doc: PDFKit.PDFDocument; readonly ended: Promise<Uint8Array> } {
  const doc = new PDFDocument({
    margin: 0,
    autoFirstPage: false,
    // None: what is given here and taken up again by name would be parsed anew each time.
    font: null as unknown as string,
    info: { Title: title, Creator: 'Even Seat', CreationDate: made },
  })
  const chunks: Buffer[] = []
  doc.on('data', (chunk: Buffer) => chunks.push(chunk))
  const ended = new Promise<Uint8Array>((resolve, reject) => {
    doc.on('end', () => resolve(new Uint8Array(Buffer.concat(chunks))))
    doc.on('error', reject)
  })
  return { doc, ended }
}
