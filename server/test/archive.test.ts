import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { pino } from 'pino';
import request from 'supertest';
import { sql } from 'drizzle-orm';
import { buildApp } from '../src/app.ts';
import { type Store, openStore } from '../src/db/index.ts';
import { seedDemo } from '../src/seed.ts';

let stores: Store[] = [];
const open = (): Store => {
  const store = openStore(':memory:');
  stores.push(store);
  return store;
};
let full: Store;
let empty: Store;
beforeEach(() => {
  full = open();
  seedDemo(full);
  empty = open();
});
afterEach(() => {
  stores.forEach((s) => s.close());
  stores = [];
});
const app = (store: Store) => request(buildApp({ store, log: pino({ level: 'silent' }) }));
const save = async (store: Store): Promise<Buffer> => {
  const answer = await app(store).get('/api/archive.zip').buffer(true).parse(bytes);
  expect([answer.status, answer.type]).toEqual([200, 'application/zip']);
  return answer.body as Buffer;
};
const bytes = (res: unknown, done: (e: Error | null, b: Buffer) => void): void => {
  const parts: Buffer[] = [];
  const stream = res as NodeJS.ReadableStream;
  stream.on('data', (c: Buffer) => parts.push(c));
  stream.on('end', () => done(null, Buffer.concat(parts)));
};
const send = (store: Store, path: string, zip: Uint8Array) =>
  app(store).post(path).set('content-type', 'application/zip').send(Buffer.from(zip));
const everything = async (store: Store) => {
  const paths = [
    '/api/plans',
    '/api/papers',
    '/api/settings',
    '/api/plans/demo-owl/runs',
    '/api/plans/demo-owl/diary',
  ];
  const found = [];
  for (const path of paths) {
    const { body } = await app(store).get(path);
    // When it was saved and in which revision is the server's own.
    found.push(JSON.stringify(body).replace(/"(updatedAt|revision)":("[^"]*"|\d+),?/g, ''));
  }
  return found;
};
const edited = (
  zip: Uint8Array,
  change: (all: { documents: { kind: string; id: string; document: string }[] }) => void,
) => {
  const all = JSON.parse(strFromU8(unzipSync(zip)['everything.json']!)) as Parameters<typeof change>[0];
  change(all);
  return zipSync({ 'everything.json': strToU8(JSON.stringify(all)) });
};

describe('everything in one file', () => {
  test('moved to an empty data folder all is there again', async () => {
    const zip = await save(full);
    const look = await send(empty, '/api/archive/look', zip);
    expect(look.body).toMatchObject({ same: 0, differs: [], unread: 0 });
    expect(look.body.isNew).toBeGreaterThan(25);
    expect((await app(empty).get('/api/plans')).body).toEqual([]);
    expect((await send(empty, '/api/archive/take?keep=mine', zip)).status).toBe(200);
    expect(await everything(empty)).toEqual(await everything(full));
    // Taken in once more nothing is new and nothing differs.
    const again = await send(empty, '/api/archive/look', zip);
    expect(again.body).toMatchObject({ isNew: 0, differs: [] });
  });

  test.each(['mine', 'theirs', 'both'] as const)(
    'where both have it and differ, %s is kept',
    async (keep) => {
      const zip = edited(await save(full), ({ documents }) => {
        for (const d of documents)
          if (d.id === 'demo-owl')
            d.document = JSON.stringify({ ...JSON.parse(d.document), name: 'Night owl' });
      });
      const look = await send(full, '/api/archive/look', zip);
      expect(look.body.differs).toEqual([{ word: 'plan', name: 'Night owl' }]);
      await send(full, `/api/archive/take?keep=${keep}`, zip);
      const plans = (await app(full).get('/api/plans')).body as { id: string; plan: { name: string } }[];
      const names = plans.map((p) => p.plan.name);
      expect(names.includes('Barn owl')).toBe(keep !== 'theirs');
      expect(names.includes('Night owl')).toBe(keep === 'theirs');
      expect(names.includes('Night owl, taken in')).toBe(keep === 'both');
      const copy = plans.find((p) => p.plan.name === 'Night owl, taken in');
      if (keep === 'both') expect((await app(full).get(`/api/plans/${copy!.id}/diary`)).body).toHaveLength(6);
      // What was there before can be brought back from its revisions.
      const revisions = (await app(full).get('/api/plans/demo-owl/revisions')).body as { name: string }[];
      expect(revisions.some((r) => r.name === 'Barn owl')).toBe(true);
    },
  );

  test('a record that is replaced is set aside, and can be fetched back', async () => {
    const zip = edited(await save(full), ({ documents }) => {
      const paper = documents.find((d) => d.kind === 'paper')!;
      paper.document = JSON.stringify({ ...JSON.parse(paper.document), count: 77 });
    });
    await send(full, '/api/archive/take?keep=theirs', zip);
    const papers = (await app(full).get('/api/papers')).body as { record: { count: number } }[];
    expect(papers.filter((p) => p.record.count === 77)).toHaveLength(1);
    const aside = (await app(full).get('/api/set-aside')).body as { why: string }[];
    expect(aside.map((a) => a.why)).toEqual(['It was replaced when an archive was taken in.']);
  });

  test('a document that cannot be read is kept, told and offered as it was', async () => {
    full.db.run(sql.raw(`update plans set document = '{"name": "torn", ' where id = 'demo-newt'`));
    const zip = await save(full);
    expect((await send(empty, '/api/archive/look', zip)).body.unread).toBe(1);
    await send(empty, '/api/archive/take?keep=mine', zip);
    const unread = (await app(empty).get('/api/unread')).body as { id: string }[];
    expect(unread.map((u) => u.id)).toEqual(['demo-newt']);
    const raw = await app(empty).get('/api/unread/plan/demo-newt').buffer(true).parse(bytes);
    expect((raw.body as Buffer).toString()).toBe('{"name": "torn", ');
    expect((await app(empty).get('/api/plans')).status).toBe(200);
  });

  test.each([
    ['no ZIP at all', strToU8('knots'), /no ZIP archive/],
    ['an empty body', new Uint8Array(), /no ZIP archive/],
    ['a ZIP of something else', zipSync({ '../../etc/passwd': strToU8('x') }), /no "everything.json"/],
    ['a torn text', zipSync({ 'everything.json': strToU8('{') }), /is not JSON/],
    ['another format', zipSync({ 'everything.json': strToU8('{"format":"x"}') }), /cannot be read at format/],
    [
      'a newer archive',
      zipSync({ 'everything.json': strToU8('{"format":"jade-kite-archive","version":9}') }),
      /cannot be read at version/,
    ],
    [
      'a kind that is none',
      zipSync({
        'everything.json': strToU8(
          JSON.stringify({
            format: 'jade-kite-archive',
            version: 1,
            writtenAt: '2026-11-30T20:00:00.000Z',
            documents: [{ kind: 'wallet', owner: '', id: 'a', version: 1, document: '{}' }],
          }),
        ),
      }),
      /documents\.0\.kind/,
    ],
  ])('%s is refused in one sentence, and nothing is taken in', async (_, zip, says) => {
    const before = await everything(full);
    for (const path of ['/api/archive/look', '/api/archive/take?keep=theirs']) {
      const { status, body } = await send(full, path, zip);
      expect([status, body.error.issues[0].text]).toEqual([400, expect.stringMatching(says)]);
    }
    expect(await everything(full)).toEqual(before);
    expect((await send(full, '/api/archive/take?keep=all', await save(full))).status).toBe(400);
  });

  test('a bomb is not unpacked', async () => {
    const bomb = Buffer.from(zipSync({ 'everything.json': strToU8('{}') }));
    // The list at the end of a ZIP file says how large each file becomes.
    bomb.writeUInt32LE(490 * 1024 * 1024, bomb.indexOf('PK\x01\x02') + 24);
    const { status, body } = await send(full, '/api/archive/look', bomb);
    expect([status, body.error.issues[0].text]).toEqual([
      400,
      expect.stringMatching(/Unpacked it would be 490 MB/),
    ]);
  });
});
