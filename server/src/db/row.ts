import { type DocumentKind, type DocumentOf, readDocument } from '@jade/core/documents';

/** A document as a row has it: JSON of a version. */
interface DocumentRow {
  readonly version: number;
  readonly document: string;
}

/** The document of a row, through the one reader; a sentence where it cannot be read. */
export function readRow<K extends DocumentKind>(
  kind: K,
  row: DocumentRow,
): { readonly document: DocumentOf<K> } | { readonly why: string } {
  let value: unknown;
  try {
    value = JSON.parse(row.document);
  } catch {
    return { why: 'What was kept is not JSON.' };
  }
  const read = readDocument(kind, row.version, value);
  return read.ok ? { document: read.value } : { why: read.fault[0]?.text ?? 'It cannot be read.' };
}
