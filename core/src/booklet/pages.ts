/** Points of a PDF in one mm. */
export const POINTS_PER_MM = 72 / 25.4;

/** The bytes of a document once it has ended. */
export function collect(doc: PDFKit.PDFDocument): Promise<Buffer> {
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  return new Promise((resolve) => doc.on('end', () => resolve(Buffer.concat(chunks))));
}
