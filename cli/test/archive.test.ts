import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runCommand } from '../src/run.ts';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'jade-archive-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const at = (name: string): string => join(folder, name);

describe('jade archive', () => {
  test('everything is moved to an empty second data folder, and taken in again nothing is new', async () => {
    // A data folder with documents of its own is made by taking an archive in that holds some.
    const first = await runCommand([
      'archive',
      '--in',
      'core/test/golden/none.zip',
      '--data',
      at('a.sqlite'),
    ]);
    expect([first.code, first.err]).toEqual([2, expect.stringContaining('cannot be read')]);
    const { openStore } = await import('../../server/src/db/index.ts');
    const { seedDemo } = await import('../../server/src/seed.ts');
    const store = openStore(at('a.sqlite'));
    seedDemo(store);
    store.close();
    const saved = JSON.parse(
      (await runCommand(['archive', '--out', at('all.zip'), '--data', at('a.sqlite')])).out,
    ) as {
      documents: number;
    };
    expect(saved.documents).toBeGreaterThan(10);
    const taken = JSON.parse(
      (await runCommand(['archive', '--in', at('all.zip'), '--data', at('b.sqlite')])).out,
    ) as object;
    expect(taken).toMatchObject({ isNew: saved.documents, same: 0, differs: [], unread: 0 });
    const again = JSON.parse(
      (await runCommand(['archive', '--in', at('all.zip'), '--data', at('b.sqlite')])).out,
    ) as object;
    expect(again).toMatchObject({ isNew: 0, same: saved.documents });
  });

  test('it is refused while a server has the file open, and by what is no archive', async () => {
    const { openStore } = await import('../../server/src/db/index.ts');
    const held = openStore(at('b.sqlite'));
    const refused = await runCommand(['archive', '--out', at('x.zip'), '--data', at('b.sqlite')]);
    held.close();
    expect([refused.code, refused.err]).toEqual([2, expect.stringContaining('in use by the server')]);
    writeFileSync(at('knots.zip'), 'knots');
    const none = await runCommand(['archive', '--in', at('knots.zip'), '--data', at('b.sqlite')]);
    expect([none.code, none.err]).toEqual([2, expect.stringContaining('no ZIP archive')]);
    const both = await runCommand(['archive', '--in', 'a', '--out', 'b']);
    expect([both.code, both.err]).toEqual([2, expect.stringContaining('either --out')]);
    const keep = await runCommand([
      'archive',
      '--in',
      at('all.zip'),
      '--keep',
      'all',
      '--data',
      at('c.sqlite'),
    ]);
    expect([keep.code, keep.err]).toEqual([2, expect.stringContaining('write mine, theirs, both')]);
  });
});
