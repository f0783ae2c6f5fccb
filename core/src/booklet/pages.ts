/** Points of a PDF in one mm. */
export const POINTS_PER_MM = 72 / 25.4;

/** What pages are written into, piece by piece: a file, an answer, a list. */
export interface PageSink {
  write(chunk: Uint8Array): unknown;
  end(): unknown;
}

/** Lets a document flow into a sink. */
export function flowInto(doc: PDFKit.PDFDocument, sink: PageSink): void {
  doc.on('data', (chunk: Uint8Array) => sink.write(chunk));
  doc.on('end', () => sink.end());
}

/** The bytes of a document once it has ended. */
export function collectPages(write: (sink: PageSink) => void): Promise<Uint8Array> {
  const chunks: Uint8Array[] = [];
  return new Promise((resolve) => {
    write({
      write: (chunk) => chunks.push(chunk),
      end: () => {
        const whole = new Uint8Array(chunks.reduce((n, c) => n + c.length, 0));
        let at = 0;
        for (const chunk of chunks) {
          whole.set(chunk, at);
          at += chunk.length;
        }
        resolve(whole);
      },
    });
  });
}
