import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { FolderFault, StoreFault, keepings, readConfig, saveFolder, takeIntoFolder } from '@jade/server';
import { BadInput, readArgs } from './input.ts';
import type { Verb } from './verb.ts';

const MOST_BYTES = 64 * 1024 * 1024;

/** Saves and takes in the data folder as a whole. */
export const archiveVerbs: Record<string, Verb> = {
  archive: {
    usage: 'archive --out FILE.zip | --in FILE.zip [--keep mine|theirs|both] [--data FILE.sqlite]',
    about:
      'Everything that is kept in one file, or such a file taken in (all of it or nothing). --keep says what is kept where both have it and differ (mine, where nothing is said); --data names another database than the usual one. Refused while a server has it open.',
    async run(args) {
      const { values } = readArgs(
        args,
        {
          out: { type: 'string' },
          in: { type: 'string' },
          keep: { type: 'string' },
          data: { type: 'string' },
        },
        0,
      );
      const file = typeof values.data === 'string' ? values.data : readConfig(process.env).databaseFile;
      if ((values.out === undefined) === (values.in === undefined))
        throw new BadInput('write either --out FILE.zip to save, or --in FILE.zip to take in.');
      try {
        if (typeof values.out === 'string') {
          const { bytes, documents } = await saveFolder(file, new Date());
          writeFileSync(values.out, bytes);
          return { out: values.out, documents, bytes: bytes.length };
        }
        const keep = keepings.find((k) => k === (values.keep ?? 'mine'));
        if (!keep) throw new BadInput(`--keep is "${String(values.keep)}"; write ${keepings.join(', ')}.`);
        const look = await takeIntoFolder(file, readArchive(String(values.in)), keep);
        return { in: values.in, into: file, keep, ...look };
      } catch (error) {
        if (error instanceof FolderFault || error instanceof StoreFault) throw new BadInput(error.message);
        throw error;
      }
    },
  },
};

function readArchive(file: string): Uint8Array {
  try {
    const { size } = statSync(file);
    if (size > MOST_BYTES)
      throw new BadInput(`${file} has ${Math.round(size / 1e6)} MB, and at most 64 MB are taken in.`);
    return readFileSync(file);
  } catch (fault) {
    if (fault instanceof BadInput) throw fault;
    throw new BadInput(`${file} cannot be read: ${(fault as NodeJS.ErrnoException).code ?? String(fault)}.`);
  }
}
