import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { type ChildProcess, spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import Database from 'better-sqlite3';
import { buildPlan } from '@jade/core/plan';
import { readConfig } from '../src/config.ts';
import { openStore } from '../src/db/index.ts';
import { buildPlanStore } from '../src/plans/index.ts';
import { buildRecordStores } from '../src/records/index.ts';

const main = fileURLToPath(new URL('../src/main.ts', import.meta.url));
let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'jade-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });

/** Starts the server on a port of its own and waits until it says its address. */
function start(port: number, file: string): Promise<ChildProcess> {
  return new Promise((resolve, reject) => {
    const child = spawn('node', ['--import', 'tsx', main], {
      env: { ...process.env, PORT: String(port), DB_FILE: file, LOG: 'silent', NODE_OPTIONS: '' },
      stdio: ['ignore', 'pipe', 'ignore'],
    });
    child.stdout!.once('data', () => resolve(child));
    child.once('exit', () => reject(new Error('the server ended before it was up')));
  });
}
const ended = (child: ChildProcess): Promise<number | null> =>
  new Promise((resolve) => child.once('exit', (code) => resolve(code)));

describe('nothing acknowledged is lost', () => {
  test('the server killed in mid-write keeps every acknowledged revision, and the file is sound', async () => {
    const [port, file] = [await freePort(), join(folder, 'killed.sqlite')];
    const child = await start(port, file);
    child.removeAllListeners('exit');
    const base = `http://127.0.0.1:${port}/api/plans`;
    const send = async (url: string, method: string, body: unknown) =>
      (
        await fetch(url, {
          method,
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(body),
        })
      ).json() as Promise<{ id: string; revision: number }>;
    const { id } = await send(base, 'POST', { plan: buildPlan('moth') });
    let acknowledged = 1;
    const writing = (async () => {
      for (;;) {
        const saved = await send(`${base}/${id}`, 'PUT', {
          baseRevision: acknowledged,
          plan: buildPlan(`moth ${acknowledged}`),
        });
        acknowledged = saved.revision;
      }
    })().catch(() => undefined);
    while (acknowledged < 25) await new Promise((r) => setTimeout(r, 5));
    child.kill('SIGKILL');
    await Promise.all([ended(child), writing]);
    const raw = new Database(file);
    expect(raw.pragma('integrity_check', { simple: true })).toBe('ok');
    raw.close();
    const store = openStore(file);
    const plans = buildPlanStore(store);
    expect(plans.get(id).revision).toBeGreaterThanOrEqual(acknowledged);
    expect(plans.revisions(id).map((r) => r.revision)).toEqual(
      Array.from({ length: plans.get(id).revision }, (_, i) => plans.get(id).revision - i),
    );
    store.close();
  }, 60_000);

  test('asked to stop, it finishes and ends with 0; a taken port is said', async () => {
    const [port, file] = [await freePort(), join(folder, 'stopped.sqlite')];
    const child = await start(port, file);
    child.removeAllListeners('exit');
    const second = spawn('node', ['--import', 'tsx', main], {
      env: { ...process.env, PORT: String(port), DB_FILE: ':memory:', NODE_OPTIONS: '' },
      stdio: ['ignore', 'ignore', 'pipe'],
    });
    let said = '';
    second.stderr.on('data', (d: Buffer) => (said += d.toString()));
    expect(await ended(second)).toBe(1);
    expect(said).toContain(`Port ${port} is taken`);
    child.kill('SIGTERM');
    expect(await ended(child)).toBe(0);
  }, 60_000);
});

test('a file it cannot use ends the program with one sentence, and the file is as it was', async () => {
  const file = join(folder, 'notes.sqlite');
  writeFileSync(file, 'reed and rush '.repeat(50));
  const child = spawn('node', ['--import', 'tsx', main], {
    env: { ...process.env, PORT: '0', DB_FILE: file, NODE_OPTIONS: '' },
    stdio: ['ignore', 'ignore', 'pipe'],
  });
  let said = '';
  child.stderr.on('data', (d: Buffer) => (said += d.toString()));
  expect(await ended(child)).toBe(1);
  expect(said).toMatch(/^.*notes\.sqlite is not a file of plans.*it was left as it is.*\n$/);
  expect(readFileSync(file, 'utf8')).toBe('reed and rush '.repeat(50));
}, 60_000);

describe('migrations', () => {
  test('an older file is backed up before it is migrated, and opens with its plans', () => {
    const file = join(folder, 'old.sqlite');
    const first = openStore(file);
    const { id } = buildPlanStore(first).create('p', buildPlan('newt'));
    first.close();
    const again = openStore(file);
    expect(again.backup).toBeUndefined();
    again.close();
    const raw = new Database(file);
    raw.exec('delete from __drizzle_migrations;');
    for (const t of ['records', 'set_aside', 'plan_revisions', 'plans'])
      raw.exec(`alter table ${t} rename to old_${t}`);
    raw.exec('drop index records_by_place');
    raw.close();
    const migrated = openStore(file);
    expect(migrated.backup && existsSync(migrated.backup)).toBe(true);
    migrated.close();
    expect(readdirSync(folder).filter((f) => f.endsWith('.backup'))).toHaveLength(1);
    const kept = new Database(migrated.backup!, { readonly: true });
    expect(kept.prepare('select count(*) as n from old_plans where id = ?').get(id)).toEqual({ n: 1 });
    kept.close();
  });
});

test('the configuration has defaults and refuses a port that is none', () => {
  expect(readConfig({}).port).toBe(4870);
  expect(readConfig({ XDG_DATA_HOME: '/data' }).databaseFile).toBe('/data/jade-kite/plans.sqlite');
  expect(() => readConfig({ PORT: 'abc' })).toThrow('PORT is "abc"');
});

describe('a file of an earlier version', () => {
  test('keeps its papers, which know nothing yet of price, grain and memory; a copy from before is kept', () => {
    const file = join(folder, 'earlier.sqlite');
    const first = fileURLToPath(new URL('../drizzle', import.meta.url));
    const old = new Database(file);
    const journal = JSON.parse(readFileSync(join(first, 'meta/_journal.json'), 'utf8')) as {
      entries: { when: number; tag: string }[];
    };
    const { when, tag } = journal.entries[0]!;
    for (const sql of readFileSync(join(first, `${tag}.sql`), 'utf8').split('--> statement-breakpoint'))
      old.exec(sql);
    old.exec(
      'create table __drizzle_migrations (id integer primary key, hash text not null, created_at numeric)',
    );
    old.prepare('insert into __drizzle_migrations (hash, created_at) values (?, ?)').run('first', when);
    old
      .prepare(
        `insert into papers (id, name, kind, front_name, front_hex, back_name, back_hex, width_mm, height_mm, count, note)
         values ('p', 'Old reed', 'kraft', 'brown', '#aa8855', 'brown', '#aa8855', 300, 400, 7, '')`,
      )
      .run();
    old.close();
    const store = openStore(file);
    const paper = buildRecordStores(store).paper.list()[0]!.record;
    expect(paper).toMatchObject({
      name: 'Old reed',
      count: 7,
      price: null,
      grain: 'unknown',
      memory: 'unknown',
      lowAt: 5,
    });
    expect(store.backup && existsSync(store.backup)).toBe(true);
    store.close();
  });
});
