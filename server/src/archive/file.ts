import { strFromU8, strToU8, unzip, zip } from 'fflate';
import { z } from 'zod';
import { documentKinds } from '@jade/core/documents';
import { badInput } from '../http/index.ts';

const ARCHIVE_FORMAT = 'jade-kite-archive';
const ARCHIVE_VERSION = 1;
const NAME = 'everything.json';

/** Most bytes of an archive, packed and unpacked, and most documents in it. */
export const MOST_PACKED = 256 * 1024 * 1024;
const MOST_UNPACKED = 480 * 1024 * 1024;
const MOST_DOCUMENTS = 100_000;

const kind = z.enum(documentKinds as [(typeof documentKinds)[number], ...(typeof documentKinds)[number][]]);

/** A document as it is kept: the text it was written as, of the version beside it. */
const archivedSchema = z.strictObject({
  kind,
  owner: z.string().max(60),
  id: z.string().min(1).max(60),
  version: z.number().int().min(1).max(1000),
  document: z.string().max(8_000_000),
});
export type Archived = z.infer<typeof archivedSchema>;

const archiveSchema = z.strictObject({
  format: z.literal(ARCHIVE_FORMAT),
  version: z.literal(ARCHIVE_VERSION),
  writtenAt: z.iso.datetime(),
  documents: z.array(archivedSchema).max(MOST_DOCUMENTS),
});

/** Everything that is kept as one ZIP file with one JSON file in it. */
export function packArchive(documents: readonly Archived[], now: Date): Promise<Buffer> {
  const text = JSON.stringify({
    format: ARCHIVE_FORMAT,
    version: ARCHIVE_VERSION,
    writtenAt: now.toISOString(),
    documents,
  });
  return new Promise((resolve, reject) =>
    zip({ [NAME]: strToU8(text) }, { level: 6 }, (error, bytes) =>
      error ? reject(error) : resolve(Buffer.from(bytes)),
    ),
  );
}

/** Reads an archive; only the one file it should hold is unpacked. Fails with one sentence. */
export async function unpackArchive(bytes: Uint8Array): Promise<readonly Archived[]> {
  const files = await new Promise<Record<string, Uint8Array>>((resolve, reject) =>
    unzip(
      bytes,
      {
        filter: ({ name, originalSize }) => {
          if (name !== NAME) return false;
          if (originalSize > MOST_UNPACKED)
            throw badInput(
              'file',
              `Unpacked it would be ${Math.round(originalSize / 1024 / 1024)} MB; at most ${MOST_UNPACKED / 1024 / 1024} MB are taken in. Take in plans one by one.`,
            );
          return true;
        },
      },
      (error, found) => (error ? reject(error) : resolve(found)),
    ),
  ).catch((error: unknown) => {
    throw error instanceof Error && 'code' in error && typeof error.code === 'number'
      ? badInput('file', 'This file is no ZIP archive; choose one saved by Save everything.')
      : error;
  });
  const own = files[NAME];
  if (!own) throw badInput('file', `The archive has no "${NAME}"; choose one saved by Save everything.`);
  let value: unknown;
  try {
    value = JSON.parse(strFromU8(own));
  } catch {
    throw badInput('file', `"${NAME}" in the archive is not JSON; save everything again, and take that in.`);
  }
  const read = archiveSchema.safeParse(value);
  if (read.success) return read.data.documents;
  const [first] = read.error.issues;
  throw badInput(
    first!.path.map(String).join('.') || 'file',
    `The archive cannot be read at ${first!.path.map(String).join('.') || 'its start'}: ${first!.message}. Save everything again with a version of this program that is not newer.`,
  );
}
