import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { sql } from 'drizzle-orm';
import { pino } from 'pino';
import request from 'supertest';
import { lanternDrawer } from '@jade/core/demo';
import { buildPlan } from '@jade/core/plan';
import { buildApp } from '../src/app.ts';
import { type Store, StoreFault, openStore, tables, troubleOf } from '../src/db/index.ts';
import { buildPlanStore } from '../src/plans/index.ts';
import { thinOut } from '../src/plans/thin.ts';
import { buildRecordStores } from '../src/records/index.ts';
import { seedDemo } from '../src/seed.ts';
import { sweep } from '../src/sweep.ts';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'jade-keeping-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const digest = (file: string): string => createHash('sha256').update(readFileSync(file)).digest('hex');

/** Opening must fail with one sentence that has the part, and leave the file as it was. */
function expectRefused(file: string, part: RegExp): void {
  const before = digest(file);
  let fault: unknown;
  try {
    openStore(file).close();
  } catch (error) {
    fault = error;
  }
  expect(fault).toBeInstanceOf(StoreFault);
  expect((fault as Error).message).toMatch(part);
  expect((fault as Error).message).toContain(file);
  expect(digest(file)).toBe(before);
}

const made = (name: string): string => {
  const file = join(folder, name);
  const store = openStore(file);
  buildPlanStore(store).create('p', buildPlan('newt'));
  store.close();
  return file;
};

describe('files that cannot be used are left as they are, with a sentence', () => {
  test('one written by a newer version', () => {
    const file = made('newer.sqlite');
    const raw = new Database(file);
    raw.prepare('insert into __drizzle_migrations (hash, created_at) values (?, ?)').run('x', 9e15);
    raw.pragma('wal_checkpoint(truncate)');
    raw.close();
    expectRefused(file, /newer version/);
  });

  test('a foreign one, also where its tables are called like ours', () => {
    const file = join(folder, 'foreign.sqlite');
    const raw = new Database(file);
    raw.exec('create table plans (id text, revision text); insert into plans values (1, 2)');
    raw.close();
    expectRefused(file, /another program/);
    const named = join(folder, 'named.sqlite');
    const other = new Database(named);
    other.pragma('application_id = 12345');
    other.close();
    expectRefused(named, /another program/);
  });

  test('text, a damaged one, a folder', () => {
    const text = join(folder, 'notes.sqlite');
    writeFileSync(text, 'Reed, rush, sedge. '.repeat(100));
    expectRefused(text, /not a file of plans/);
    const file = made('damaged.sqlite');
    const bytes = readFileSync(file);
    bytes.fill(0xff, 4096, 4096 * 4);
    writeFileSync(file, bytes);
    expectRefused(file, /damaged/);
    const place = join(folder, 'a-folder');
    mkdirSync(place);
    expect(() => openStore(place)).toThrow(/is a folder/);
  });

  test('a missing folder is made; one that cannot be is said', () => {
    const deep = join(folder, 'a', 'b', 'plans.sqlite');
    openStore(deep).close();
    expect(existsSync(deep)).toBe(true);
    const file = made('in-the-way.sqlite');
    expect(() => openStore(join(file, 'plans.sqlite'))).toThrow(
      /^The folder .* cannot be made \(\w+\); set DB_FILE/,
    );
  });
});

describe('the disk gives out in mid-work', () => {
  test.each([
    ['max_page_count = 40', 'disk-full', 507],
    ['query_only = on', 'read-only', 507],
  ])('%s is answered with its sentence, and nothing is changed', async (pragma, code, status) => {
    const store = openStore(join(folder, `${code}.sqlite`));
    const app = () => request(buildApp({ store, log: pino({ level: 'silent' }) }));
    const { body } = await app()
      .post('/api/plans')
      .send({ plan: buildPlan('newt') });
    store.db.run(sql.raw(`pragma ${pragma}`));
    const big = { ...buildPlan('newt'), steps: buildSteps(300) };
    const answer = await app()
      .put(`/api/plans/${body.id as string}`)
      .send({ baseRevision: 1, plan: big });
    expect([answer.status, answer.body.error.code]).toEqual([status, code]);
    expect(answer.body.error.text).toContain('nothing was changed');
    expect((await app().get(`/api/plans/${body.id as string}`)).body.revision).toBe(1);
    store.close();
  });

  test('errors of the store are told apart, also below others', () => {
    const of = (code: string): Error => Object.assign(new Error(code), { code });
    expect(troubleOf(of('SQLITE_FULL'))).toBe('disk-full');
    expect(troubleOf(new Error('outer', { cause: of('SQLITE_READONLY_DBMOVED') }))).toBe('read-only');
    expect(troubleOf(of('SQLITE_CONSTRAINT'))).toBeUndefined();
    expect(troubleOf(new Error('other'))).toBeUndefined();
  });
});

/** The body as it comes, read as nothing. */
function asText(res: request.Response, done: (error: Error | null, text: string) => void): void {
  let text = '';
  res.on('data', (chunk: Buffer) => (text += chunk.toString()));
  res.on('end', () => done(null, text));
}

function buildSteps(n: number) {
  return Array.from({ length: n }, (_, i) => ({
    id: `s${i}`,
    move: { kind: 'turn' as const, over: 'sideways' as const },
    passage: '',
    note: 'x'.repeat(1500),
    run: null,
    variant: null,
    tolerance: { kind: 'exact' as const },
  }));
}

describe('bin, set aside, thinning', () => {
  let store: Store;
  beforeEach(() => {
    store = openStore(':memory:');
    seedDemo(store);
  });
  afterEach(() => store.close());
  const app = () => request(buildApp({ store, log: pino({ level: 'silent' }) }));

  test('everything deleted is in the bin and comes back; after thirty days it is gone for good', async () => {
    const paper = lanternDrawer[0]!;
    const [entry] = (await app().get('/api/plans/demo-owl/diary')).body as { record: { id: string } }[];
    await app().delete('/api/plans/demo-owl/diary/' + entry!.record.id);
    await app().delete(`/api/papers/${paper.id}`);
    await app().delete('/api/plans/demo-newt');
    const bin = (await app().get('/api/bin')).body as { kind: string; name: string; until: string }[];
    expect(bin.map((b) => b.kind).sort()).toEqual(['entry', 'paper', 'plan']);
    expect(bin.find((b) => b.kind === 'paper')!.name).toBe(paper.name);
    const days = (Date.parse(bin[0]!.until) - Date.now()) / 86_400_000;
    expect(days).toBeGreaterThan(29.9);
    const back = (body: object) => app().post('/api/bin/bring-back').send(body);
    expect((await back({ kind: 'paper', id: paper.id })).body.record.name).toBe(paper.name);
    expect((await back({ kind: 'entry', owner: 'demo-owl', id: entry!.record.id })).status).toBe(200);
    expect((await back({ kind: 'entry', owner: 'demo-owl', id: 'nothing' })).status).toBe(404);
    sweep(store, new Date(Date.now() + 29 * 86_400_000));
    expect((await app().get('/api/bin')).body).toHaveLength(1);
    sweep(store, new Date(Date.now() + 31 * 86_400_000));
    expect((await app().get('/api/bin')).body).toHaveLength(0);
    expect((await back({ kind: 'plan', id: 'demo-newt' })).status).toBe(404);
    expect(
      store.db
        .select()
        .from(tables.planRevisions)
        .all()
        .some((r) => r.planId === 'demo-newt'),
    ).toBe(false);
  });

  test('a record edited elsewhere after it was deleted comes out of the bin with the edit', () => {
    const { paper } = buildRecordStores(store);
    const [kept] = paper.list();
    paper.remove('', kept!.record.id);
    const again = paper.put('', { ...kept!.record, count: 77 }, kept!.revision);
    expect(again.revision).toBe(kept!.revision + 1);
    expect(paper.find('', kept!.record.id)!.record.count).toBe(77);
  });

  test('what is given up is fetched back for a week', async () => {
    const body = { kind: 'plan', documentId: 'demo-owl', why: 'Pose: mine', document: buildPlan('given up') };
    expect((await app().put('/api/set-aside/one').send(body)).status).toBe(204);
    expect((await app().put('/api/set-aside/one').send(body)).status).toBe(204);
    expect(
      (
        await app()
          .put('/api/set-aside/two')
          .send({ ...body, document: { no: 1 } })
      ).status,
    ).toBe(400);
    const list = (await app().get('/api/set-aside')).body as object[];
    expect(list).toEqual([expect.objectContaining({ id: 'one', documentId: 'demo-owl', why: 'Pose: mine' })]);
    expect((await app().get('/api/set-aside/one')).body.document.name).toBe('given up');
    sweep(store, new Date(Date.now() + 6.9 * 86_400_000));
    expect((await app().get('/api/set-aside')).body).toHaveLength(1);
    sweep(store, new Date(Date.now() + 7.1 * 86_400_000));
    expect((await app().get('/api/set-aside')).body).toHaveLength(0);
  });

  test('a document that cannot be read is kept, shown as such, and downloaded as it is; a plan is never made of it', async () => {
    store.db.run(sql.raw(`update plans set document = '{"name": "torn", ' where id = 'demo-newt'`));
    store.db.run(
      sql.raw(`update plans set document = '{"name": "odd", "steps": 7}' where id = 'demo-otter'`),
    );
    store.db.run(
      sql.raw(
        `update records set document = '{"id": 3}' where kind = 'paper' and id = '${lanternDrawer[0]!.id}'`,
      ),
    );
    const plans = (await app().get('/api/plans')).body as { id: string; plan: object }[];
    expect(plans.some((p) => p.id === 'demo-newt' || p.id === 'demo-otter')).toBe(false);
    expect((await app().get('/api/papers')).body).toHaveLength(10);
    const unread = (await app().get('/api/unread')).body as { kind: string; id: string; why: string }[];
    expect(unread.map((u) => u.id).sort()).toEqual(['demo-newt', 'demo-otter', lanternDrawer[0]!.id].sort());
    expect((await app().get('/api/plans/demo-newt')).status).toBe(422);
    const raw = async (path: string): Promise<string> =>
      String((await app().get(`/api/unread/${path}`).buffer(true).parse(asText)).body);
    expect(await raw('plan/demo-newt')).toBe('{"name": "torn", ');
    expect(await raw(`paper/${lanternDrawer[0]!.id}`)).toBe('{"id": 3}');
    expect((await app().get('/api/unread/nothing/x')).status).toBe(404);
    expect((await app().get('/api/unread/constructor/x')).status).toBe(404);
  });

  test('2,000 saves: the list of revisions reads no document, and old ones are thinned', async () => {
    const day = 86_400_000;
    const now = new Date('2026-11-30T12:00:00Z');
    const rows = Array.from({ length: 2000 }, (_, i) => ({
      revision: i + 1,
      savedAt: new Date(now.getTime() - (2000 - i) * 0.05 * day).toISOString(),
    }));
    const gone = new Set(thinOut(rows, now));
    const left = rows.filter((r) => !gone.has(r.revision));
    const older = (r: { savedAt: string }): number => (now.getTime() - Date.parse(r.savedAt)) / day;
    expect(rows.filter((r) => older(r) <= 1).every((r) => left.includes(r))).toBe(true);
    expect(left.filter((r) => older(r) > 1 && older(r) <= 7)).toHaveLength(120);
    expect(left.filter((r) => older(r) > 7 && older(r) <= 60).length).toBeLessThan(56);
    expect(left.filter((r) => older(r) > 60).length).toBeLessThan(10);
    expect(left[0]!.revision).toBe(1);
    expect(thinOut(left, now)).toEqual([]);
    const list = (await app().get('/api/plans/demo-owl/revisions')).body as object[];
    expect(list[0]).toEqual({
      revision: 1,
      savedAt: expect.any(String),
      name: expect.any(String),
      steps: 40,
    });
  });
});

describe('faults of who asks are not faults of the server', () => {
  const store = openStore(':memory:');
  const pages = join(tmpdir(), `jade-pages-${process.pid}`);
  beforeAll(() => {
    mkdirSync(join(pages, 'assets'), { recursive: true });
    writeFileSync(join(pages, 'index.html'), '<!doctype html>');
  });
  afterAll(() => {
    store.close();
    rmSync(pages, { recursive: true, force: true });
  });
  const app = () => request(buildApp({ store, log: pino({ level: 'silent' }), pages }));

  test.each([
    ['/%', 400],
    ['/api/plans/%', 400],
    ['/a%00b', 200],
    ['/api/plans/a%00b', 404],
    ['/assets/missing.js', 404],
    ['/assets/%', 400],
    ['/assets/a%00b', 400],
  ])('GET %s is answered %i', async (path, status) => {
    const answer = await app().get(path);
    expect(answer.status).toBe(status);
  });

  test.each([
    [{ 'content-type': 'application/json; charset=klingon' }, 415],
    [{ 'content-type': 'application/json', 'content-encoding': 'klingon' }, 415],
    [{ 'content-type': 'application/json', 'content-encoding': 'gzip' }, 400],
  ])('a body of %j is answered %i', async (headers, status) => {
    const answer = await app().post('/api/plans').set(headers).send('{"plan":{}}');
    expect(answer.status).toBe(status);
  });

  test('fonts and all else come from here only', async () => {
    const policy = (await app().get('/api/health')).headers['content-security-policy']!;
    expect(policy).toContain("font-src 'self'");
    expect(policy).not.toMatch(/https:/);
  });

  test('tiny pieces are counted, not drawn, and the answer comes at once', async () => {
    const ask = (width: number, stock: number) =>
      app().get('/api/cutting.pdf').query({
        title: 'x',
        stock: 'x',
        stockWidth: stock,
        stockHeight: stock,
        width,
        height: width,
      });
    for (const [width, stock] of [
      [0.5, 5000],
      [0.0001, 5000],
    ] as const) {
      const answer = await ask(width, stock);
      expect([answer.status, answer.body.error.issues[0].text]).toEqual([
        400,
        expect.stringMatching(/pieces; at most 4000/),
      ]);
    }
    const most = await ask(80, 5000);
    expect(most.status).toBe(200);
  }, 60_000);
});
