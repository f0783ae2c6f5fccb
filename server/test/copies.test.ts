import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import request from 'supertest';
import { buildApp } from '../src/app.ts';
import { listCopies, makeDailyCopy } from '../src/copies/index.ts';
import { type Store, openStore } from '../src/db/index.ts';
import { seedDemo } from '../src/seed.ts';

let folder: string;
let store: Store;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'jade-copies-'));
  store = openStore(join(folder, 'plans.sqlite'));
  seedDemo(store);
});
afterEach(() => {
  store.close();
  rmSync(folder, { recursive: true, force: true });
});
const app = () => request(buildApp({ store, log: pino({ level: 'silent' }) }));
const names = async () =>
  ((await app().get('/api/plans')).body as { plan: { name: string } }[]).map((p) => p.plan.name);

describe('copies of each day', () => {
  test('one a day, kept for fourteen days; those from before a migration stay', () => {
    writeFileSync(join(folder, 'plans.sqlite.before-2020-01-01.backup'), 'old');
    for (let day = 1; day <= 20; day++) {
      const now = new Date(Date.UTC(2031, 2, day, 9));
      makeDailyCopy(store, now);
      makeDailyCopy(store, now);
    }
    const copies = listCopies(store);
    const daily = copies.filter((c) => c.kind === 'daily').map((c) => c.name);
    expect(daily.sort()).toEqual(
      Array.from(
        { length: 15 },
        (_, i) => `plans.sqlite.daily-2031-03-${String(6 + i).padStart(2, '0')}.copy`,
      ),
    );
    expect(copies.filter((c) => c.kind === 'before')).toHaveLength(1);
    expect(readdirSync(folder).some((f) => f.endsWith('.unfinished'))).toBe(false);
    for (const c of copies.filter((own) => own.kind === 'daily')) expect(c.bytes).toBeGreaterThan(10_000);
  });

  test('what was deleted and changed since is there again after going back', async () => {
    makeDailyCopy(store, new Date());
    const [copy] = listCopies(store);
    const before = await names();
    await app().delete('/api/plans/demo-newt');
    const [owl] = (await app().get('/api/plans')).body as { id: string; revision: number; plan: object }[];
    await app()
      .put(`/api/plans/${owl!.id}`)
      .send({ baseRevision: owl!.revision, plan: { ...owl!.plan, name: 'Changed since' } });
    expect(await names()).not.toEqual(before);
    const at = `/api/copies/${copy!.name}`;
    const look = await app().post(`${at}/look`).send({});
    expect(look.body).toMatchObject({ isNew: 1, differs: [{ word: 'plan' }], unread: 0 });
    expect((await app().post(`${at}/take?keep=theirs`).send({})).status).toBe(200);
    expect((await names()).sort()).toEqual([...before].sort());
    expect((await app().get('/api/copies')).body).toMatchObject({
      file: store.file,
      copies: [{ name: copy!.name }],
    });
    expect((await app().get(at)).status).toBe(200);
  });

  test('a name that is no copy is not found, and one that is damaged is told and stays', async () => {
    for (const name of ['plans.sqlite', '..%2Fplans.sqlite', 'x.copy'])
      expect((await app().post(`/api/copies/${name}/look`).send({})).status).toBe(404);
    const torn = join(folder, 'plans.sqlite.daily-2031-01-01.copy');
    writeFileSync(torn, 'knots');
    utimesSync(torn, new Date(), new Date());
    const { status, body } = await app()
      .post('/api/copies/plans.sqlite.daily-2031-01-01.copy/take?keep=theirs')
      .send({});
    expect([status, body.error.issues[0].text]).toEqual([
      400,
      expect.stringMatching(/cannot be read by this version/),
    ]);
    expect(readdirSync(folder)).toContain('plans.sqlite.daily-2031-01-01.copy');
    expect(await names()).toHaveLength(8);
  });

  test('in memory there is none', () => {
    const trial = openStore(':memory:');
    makeDailyCopy(trial, new Date());
    expect(listCopies(trial)).toEqual([]);
    trial.close();
  });
});
