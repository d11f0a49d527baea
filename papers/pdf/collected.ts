import type PDFKit from 'pdfkit'

/** The bytes of a document, once it is ended. */
export function collected(doc: PDFKit.PDFDocument): Promise<Buffer> {
  const chunks: Buffer[] = []
  return new Promise((resolve, reject) => {
    doc.on('data', (chunk: Buffer) => chunks.push(chunk))
    doc.on('end', () => resolve(Buffer.concat(chunks)))
    doc.on('error', reject)
  })
}
