import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { pino } from 'pino';
import request from 'supertest';
import { buildOwlPlan } from '@jade/core/demo';
import { buildPlan } from '@jade/core/plan';
import { defaultSettings } from '@jade/core/settings';
import { buildApp } from '../src/app.ts';
import { type Store, openStore } from '../src/db/index.ts';
import { errorTable } from '../src/http/index.ts';
import { seedDemo } from '../src/seed.ts';

let store: Store;
const app = () => request(buildApp({ store, log: pino({ level: 'silent' }) }));
beforeEach(() => {
  store = openStore(':memory:');
});
afterEach(() => store.close());

interface Kept {
  readonly revision: number;
  readonly record: { id: string };
}
/** Writes on a revision; null for something new. */
const put = (at: string, body: object, base: number | null) =>
  app()
    .put(at)
    .set(base === null ? 'If-None-Match' : 'If-Match', base === null ? '*' : `"${base}"`)
    .send(body);

const create = async (name = 'otter') =>
  (
    await app()
      .post('/api/plans')
      .send({ plan: buildPlan(name) })
  ).body as { id: string; revision: number };

describe('plans', () => {
  test('are made, saved on their base revision, and every revision is kept', async () => {
    const { id } = await create();
    const second = await app()
      .put(`/api/plans/${id}`)
      .send({ baseRevision: 1, plan: buildPlan('otter two') });
    expect(second.body).toMatchObject({ revision: 2, plan: { name: 'otter two' } });
    const list = await app().get(`/api/plans/${id}/revisions`);
    expect(list.body.map((r: { revision: number; name: string }) => [r.revision, r.name])).toEqual([
      [2, 'otter two'],
      [1, 'otter'],
    ]);
    expect((await app().get(`/api/plans/${id}/revisions/1`)).body.name).toBe('otter');
    const restored = await app().post(`/api/plans/${id}/restore`).send({ baseRevision: 2, revision: 1 });
    expect(restored.body).toMatchObject({ revision: 3, plan: { name: 'otter' } });
  });

  test('a save on a stale revision is refused with the newer plan, and changes nothing', async () => {
    const { id } = await create();
    await app()
      .put(`/api/plans/${id}`)
      .send({ baseRevision: 1, plan: buildPlan('theirs') });
    const stale = await app()
      .put(`/api/plans/${id}`)
      .send({ baseRevision: 1, plan: buildPlan('mine') });
    expect(stale.status).toBe(409);
    expect(stale.body.error).toMatchObject({
      code: 'stale',
      current: { revision: 2, plan: { name: 'theirs' } },
    });
    expect((await app().get(`/api/plans/${id}`)).body.plan.name).toBe('theirs');
  });

  test('a deleted plan is gone from the list and can be brought back', async () => {
    const { id } = await create();
    expect((await app().delete(`/api/plans/${id}`)).status).toBe(204);
    expect((await app().get(`/api/plans/${id}`)).status).toBe(404);
    expect((await app().post('/api/bin/bring-back').send({ kind: 'plan', id })).body.plan.name).toBe('otter');
  });

  test('numbers keep all their digits', async () => {
    const plan = { ...buildPlan('digits'), sheet: { shape: { kind: 'square' as const }, sideMm: 100 / 3 } };
    const { id } = (await app().post('/api/plans').send({ plan })).body as { id: string };
    expect((await app().get(`/api/plans/${id}`)).body.plan.sheet.sideMm).toBe(100 / 3);
  });

  test('export and import give an equal plan with its runs and diary', async () => {
    seedDemo(store);
    const file = (await app().get('/api/plans/demo-owl/file')).body as object;
    const saved = await app().post('/api/plan-files').send(file);
    expect(saved.status).toBe(201);
    const again = (await app().get(`/api/plans/${saved.body.id as string}/file`)).body as object;
    expect(again).toEqual(file);
  });

  test('a file that is no plan is refused with the reason', async () => {
    const bad = await app().post('/api/plan-files').send({ format: 'something else' });
    expect(bad.status).toBe(400);
    expect(bad.body.error.issues[0].text).toContain('not a plan');
  });

  test.each([
    ['an unknown key', { plan: { ...buildPlan('x'), colour: 'red' } }, 'plan'],
    [
      'a negative side',
      { plan: { ...buildPlan('x'), sheet: { shape: { kind: 'square' }, sideMm: -1 } } },
      'plan.sheet.sideMm',
    ],
    [
      'a duplicate step',
      { plan: { ...buildOwlPlan(), steps: [buildOwlPlan().steps[0], buildOwlPlan().steps[0]] } },
      'steps.1.id',
    ],
  ])('%s is refused with its path', async (_what, body, path) => {
    const answer = await app().post('/api/plans').send(body);
    expect(answer.status).toBe(400);
    expect(answer.body.error.issues[0].path).toBe(path);
  });
});

describe('records, papers, settings', () => {
  test('runs and diary entries are written whole, listed by plan and for all', async () => {
    seedDemo(store);
    expect((await app().get('/api/plans/demo-owl/runs')).body).toHaveLength(3);
    const diary = (await app().get('/api/diary')).body as Kept[];
    expect(diary).toHaveLength(6);
    const { record, revision } = diary[0]!;
    const entry = { ...record, note: 'changed' };
    const at = `/api/plans/demo-owl/diary/${entry.id}`;
    expect((await put(at, entry, revision)).body).toMatchObject({ revision: 2, record: { note: 'changed' } });
    expect((await put('/api/plans/demo-owl/diary/other', entry, revision)).status).toBe(400);
    await app().delete(at);
    expect((await app().get('/api/plans/demo-owl/diary')).body).toHaveLength(5);
  });

  test('a cutting plan is printed full size; a piece too large for the sheet is told', async () => {
    const at = (width: number) =>
      app().get('/api/cutting.pdf').query({
        title: 'Squares',
        stock: 'sheet',
        stockWidth: 500,
        stockHeight: 700,
        width,
        height: 240,
        trim: 5,
      });
    const made = await at(240);
    expect([made.status, made.type]).toEqual([200, 'application/pdf']);
    expect((made.body as Buffer).subarray(0, 5).toString()).toBe('%PDF-');
    const large = await at(800);
    expect(large.status).toBe(400);
    expect(large.body.error.issues[0].text).toContain('larger than this sheet');
    expect((await app().get('/api/cutting.pdf').query({ title: 'x' })).status).toBe(400);
  }, 30_000);

  test('papers and settings keep what is put', async () => {
    seedDemo(store);
    const list = async () => (await app().get('/api/papers')).body as Kept[];
    const [first] = await list();
    expect(await list()).toHaveLength(11);
    const at = `/api/papers/${first!.record.id}`;
    await put(at, { ...first!.record, count: 3 }, 1);
    expect((await list())[0]!.record).toMatchObject({ count: 3 });
    await app().delete(at);
    expect(await list()).toHaveLength(10);
    const own = { ...defaultSettings, unit: 'in' };
    expect((await put('/api/settings', own, 0)).body).toMatchObject({ revision: 1, record: { unit: 'in' } });
    expect((await app().get('/api/settings')).body).toMatchObject({ revision: 1, record: { unit: 'in' } });
    expect((await put('/api/settings', { ...own, unit: 'furlong' }, 1)).status).toBe(400);
  });

  test('a write on a revision another has passed is refused with the newer record, one without a base is refused', async () => {
    seedDemo(store);
    const [first] = (await app().get('/api/papers')).body as Kept[];
    const at = `/api/papers/${first!.record.id}`;
    expect((await put(at, { ...first!.record, count: 3 }, 1)).body.revision).toBe(2);
    const stale = await put(at, { ...first!.record, count: 9 }, 1);
    expect(stale.status).toBe(409);
    expect(stale.body.error.current).toMatchObject({ revision: 2, record: { count: 3 } });
    expect((await app().put(at).send(first!.record)).body.error.code).toBe('no-base');
    expect((await put(at, first!.record, null)).status).toBe(409);
    const settings = await put('/api/settings', defaultSettings, 0);
    expect([settings.status, (await put('/api/settings', defaultSettings, 0)).status]).toEqual([200, 409]);
  });

  test('the demo is seeded once', () => {
    expect([seedDemo(store), seedDemo(store)]).toEqual([true, false]);
  });
});

describe('who may ask, and how errors are told', () => {
  test('a foreign host or origin is turned away', async () => {
    expect((await app().get('/api/health').set('Host', 'evil.example')).status).toBe(403);
    expect((await app().get('/api/health').set('Origin', 'http://evil.example')).status).toBe(403);
    expect((await app().post('/api/plans').set('sec-fetch-site', 'cross-site').send({})).status).toBe(403);
    expect((await app().get('/api/health')).body).toEqual({ ok: true });
  });

  test('only JSON, not too large, well formed, and known addresses', async () => {
    expect((await app().post('/api/plans').type('form').send('a=1')).status).toBe(415);
    expect((await app().post('/api/plans').type('json').send('{oops')).status).toBe(400);
    expect(
      (
        await app()
          .post('/api/plans')
          .send({ plan: 'x'.repeat(5_000_000) })
      ).status,
    ).toBe(413);
    expect((await app().get('/api/nothing')).body.error.code).toBe('not-found');
  });

  test('a fault of the server says so and tells nothing else', async () => {
    const broken = {
      ...store,
      db: new Proxy(store.db, {
        get: () => () => {
          throw new Error('secret');
        },
      }),
    };
    const answer = await request(buildApp({ store: broken, log: pino({ level: 'silent' }) })).get(
      '/api/plans',
    );
    expect(answer.status).toBe(500);
    expect(JSON.stringify(answer.body)).not.toContain('secret');
  });

  test('every error of the table has a status and a sentence', () => {
    for (const { status, text } of Object.values(errorTable)) {
      expect(status).toBeGreaterThanOrEqual(400);
      expect(text.endsWith('.')).toBe(true);
    }
  });
});
