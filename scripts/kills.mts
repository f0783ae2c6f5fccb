/**
 * npm run kills: types into two tabs of one plan, turns pages at the bench and changes a paper of the drawer while the
 * server is killed and started again and tabs are closed without a word; in between counts what is missing of what was
 * typed. `--kills N` and `--seed S` set the run, `--write` puts the figures into docs/benchmarks.md. Fails when anything
 * is missing. Needs the built page (`npm run build`).
 */
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { type Page, chromium } from '@playwright/test';
import { buildChance } from '../core/src/chance/index.ts';
import { chromiumArgs, findChromium } from './chromium.mjs';

const TABLE = 'docs/benchmarks.md';
const [BEGIN, END] = ['<!-- kills -->', '<!-- end of kills -->'];
const [PORT, PLAN, PAPER] = [4877, 'demo-moth', 'Heron slate two-colour'];
/** After so many kills everything is waited for and counted. */
const ROUND = 10;
const PATIENCE_MS = 60_000;
/** Revisions looked through for what was typed since the last count. */
const MOST_LOOKED = 80;

const { values } = parseArgs({
  options: {
    kills: { type: 'string', default: '200' },
    seed: { type: 'string', default: '1' },
    write: { type: 'boolean', default: false },
  },
});
const [wanted, seed] = [Number(values.kills), Number(values.seed)];
if (!(wanted > 0) || !Number.isInteger(seed)) {
  process.stderr.write('--kills takes a number above 0, --seed a whole number.\n');
  process.exit(2);
}

const base = `http://127.0.0.1:${PORT}`;
const folder = mkdtempSync(join(tmpdir(), 'jade-kills-'));
const chance = buildChance(seed * 7919 + 13);
const below = (n: number): number => Math.floor(chance() * n);
const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

let server: ChildProcess | undefined;
let kills = 0;

async function startServer(): Promise<void> {
  server = spawn('node', ['--import', 'tsx', 'server/src/main.ts'], {
    env: {
      ...process.env,
      PORT: String(PORT),
      DB_FILE: join(folder, 'plans.sqlite'),
      SEED: 'demo',
      LOG: 'silent',
    },
    stdio: ['ignore', 'pipe', 'ignore'],
  });
  await new Promise((resolve) => server!.stdout!.once('data', resolve));
}

async function killServer(): Promise<void> {
  if (!server) return;
  const ended = new Promise((resolve) => server!.once('exit', resolve));
  server.kill('SIGKILL');
  await ended;
  server = undefined;
  kills++;
}

await startServer();
const browser = await chromium.launch({ executablePath: findChromium()!, args: chromiumArgs });
const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-GB' });
const ROUTES = {
  a: `/plan/${PLAN}/brief`,
  b: `/plan/${PLAN}/brief`,
  bench: `/plan/${PLAN}/bench`,
  drawer: '/drawer',
};
type Tab = keyof typeof ROUTES;
const pages = new Map<Tab, Page>();

/** A tab on its screen; a server that is away is waited for by the page itself. */
async function openTab(tab: Tab): Promise<Page> {
  const known = pages.get(tab);
  if (known && !known.isClosed()) return known;
  if (!server) await startServer();
  const page = await context.newPage();
  await page.goto(base + ROUTES[tab]);
  pages.set(tab, page);
  return page;
}

/** What was typed last at each place, and what was turned; counted against the server. */
const typed = { cast: '', subject: '', note: '', at: 0, poses: new Map<Tab, string>() };
/** Words of the plan: a clash may be decided for the other window, and then they are set aside or in an earlier revision. */
const wordsOf = (): string[] => [typed.cast, typed.subject, ...typed.poses.values()].filter(Boolean);
let words = 0;
const word = (): string => `w${++words}`;
const counts = { typed: 0, closed: 0, asked: 0 };

const acts: Record<string, () => Promise<void>> = {
  async cast() {
    const page = await openTab('a');
    const text = word();
    await page.getByLabel('Cast or set it belongs to').fill(text);
    typed.cast = text;
  },
  async subject() {
    const page = await openTab('b');
    const text = word();
    await page.getByLabel('Subject').fill(text);
    typed.subject = text;
  },
  async pose() {
    const tab = below(2) ? 'a' : 'b';
    const page = await openTab(tab);
    const text = word();
    await page.getByLabel('Pose').fill(text);
    typed.poses.set(tab, text);
  },
  async turn() {
    const page = await openTab('bench');
    const isOpen = await page.getByRole('region', { name: 'Bench' }).isVisible();
    if (!isOpen) {
      const goOn = page.getByRole('button', { name: /^Go on at step/ });
      const begin = page.getByRole('button', { name: 'Begin a new run' });
      await goOn.or(begin).first().waitFor();
      if (await goOn.isVisible()) await goOn.click();
      else {
        await begin.click();
        typed.at = 0;
      }
    }
    await page.getByTestId('bench-sentence').waitFor();
    await page.keyboard.press('ArrowRight');
    typed.at++;
    // A run that is through is begun anew.
    if (typed.at >= 18) {
      for (; typed.at > 1; typed.at--) await page.keyboard.press('ArrowLeft');
    }
  },
  async paper() {
    const page = await openTab('drawer');
    await page.getByRole('button', { name: `change ${PAPER}` }).click();
    const text = word();
    await page.getByLabel('Note').fill(text);
    await page.getByRole('button', { name: 'Keep this paper' }).click();
    typed.note = text;
  },
};

const read = async <T,>(path: string): Promise<T> => (await fetch(`${base}/api${path}`)).json() as Promise<T>;

interface Saved {
  readonly plan: {
    readonly cast: string;
    readonly brief: { readonly subject: string; readonly pose: string };
  };
}

/** What of everything typed is neither on the server nor set aside. */
async function findMissing(): Promise<string[]> {
  const { plan } = await read<Saved>(`/plans/${PLAN}`);
  const papers = await read<{ record: { name: string; note: string } }[]>('/papers');
  const runs = await read<{ record: { at: number } }[]>(`/plans/${PLAN}/runs`);
  const asides = await read<{ id: string; kind: string }[]>('/set-aside');
  const fetchGiven = async <T,>(kind: string): Promise<T[]> =>
    Promise.all(
      asides
        .filter((a) => a.kind === kind)
        .map(async (a) => (await read<{ document: T }>(`/set-aside/${a.id}`)).document),
    );
  const given = await fetchGiven<Saved['plan']>('plan');
  const papersGiven = await fetchGiven<{ note: string }>('paper');
  // What one window saved and the other, which showed it, typed over later is history, and not lost.
  const revisions = await read<{ revision: number }[]>(`/plans/${PLAN}/revisions`);
  const before = await Promise.all(
    revisions.slice(0, MOST_LOOKED).map((r) => read<Saved['plan']>(`/plans/${PLAN}/revisions/${r.revision}`)),
  );
  const kept = new Set([plan, ...given, ...before].flatMap((p) => [p.cast, p.brief.subject, p.brief.pose]));
  const missing: string[] = [];
  const expect = (what: string, is: unknown, wish: unknown): void => {
    if (wish !== '' && is !== wish)
      missing.push(`${what}: ${String(wish)} was typed, ${String(is)} is there`);
  };
  // A note that clashed with that of a closed tab may have been decided against; then it is set aside.
  if (!papersGiven.some((p) => p.note === typed.note))
    expect('note of the paper', papers.find((p) => p.record.name === PAPER)?.record.note, typed.note);
  expect('step at the bench', runs.at(-1)?.record.at ?? 0, typed.at);
  for (const text of wordsOf()) if (!kept.has(text)) missing.push(`${text} of the plan is nowhere`);
  return missing;
}

/** Lets everything settle, deciding clashes for what is here, and says what is missing. */
async function settle(): Promise<string[]> {
  if (!server) await startServer();
  // A clash that one of these has taken over is asked there; closed, they leave it to the tabs with the plan's brief.
  for (const tab of ['bench', 'drawer'] as const) {
    await pages.get(tab)?.close();
    pages.delete(tab);
  }
  const end = Date.now() + PATIENCE_MS;
  let missing: string[] = ['not looked at yet'];
  while (Date.now() < end) {
    for (const tab of ['a', 'b'] as const) {
      const page = await openTab(tab);
      const go = page.getByRole('button', { name: 'Go on with these' });
      if (await go.isVisible()) {
        await go.click();
        counts.asked++;
      }
    }
    missing = await findMissing();
    const unsent = await pages
      .get('a')!
      .evaluate(() => Object.keys(localStorage).filter((k) => k.startsWith('jade-kite:unsent')).length);
    if (missing.length === 0 && unsent === 0) return [];
    await wait(300);
  }
  return missing;
}

const began = Date.now();
let lost = 0;
try {
  while (kills < wanted) {
    for (let n = 1 + below(3); n > 0; n--) {
      const names = Object.keys(acts);
      await acts[names[below(names.length)]!]!();
      counts.typed++;
    }
    await wait(below(700));
    if (below(4) === 0) {
      const open = [...pages].filter(([, p]) => !p.isClosed());
      const [tab, page] = open[below(open.length)] ?? [];
      if (page) {
        await page.close();
        pages.delete(tab!);
        counts.closed++;
      }
    }
    await killServer();
    if (below(2)) {
      const names = Object.keys(acts).filter((a) => a !== 'turn');
      const open = names.filter((a) => {
        const tab = { cast: 'a', subject: 'b', paper: 'drawer', pose: 'none' }[a] as Tab;
        return pages.has(tab) && !pages.get(tab)!.isClosed();
      });
      const act = open[below(open.length)];
      if (act) {
        await acts[act]!();
        counts.typed++;
      }
    }
    await wait(below(300));
    if (below(3)) await startServer();
    if (kills % ROUND === 0) {
      const missing = await settle();
      lost += missing.length;
      for (const m of missing) process.stderr.write(`${m}\n`);
      process.stderr.write(`${kills} kills, ${counts.typed} changes, ${lost} lost\n`);
      typed.poses.clear();
    }
  }
} finally {
  await browser.close();
  server?.kill('SIGKILL');
  rmSync(folder, { recursive: true, force: true });
}

const seconds = Math.round((Date.now() - began) / 1000);
const lines = [
  `| kills | changes typed | tabs closed | clashes asked | lost |`,
  `| --: | --: | --: | --: | --: |`,
  `| ${kills} | ${counts.typed} | ${counts.closed} | ${counts.asked} | ${lost} |`,
];
process.stdout.write(`${lines.join('\n')}\n${seconds} s\n`);
if (values.write) {
  const text = readFileSync(TABLE, 'utf8');
  const [head, tail] = [text.indexOf(BEGIN), text.indexOf(END)];
  if (head < 0 || tail < 0) throw new Error(`${TABLE} has no place for the figures: ${BEGIN} … ${END}`);
  writeFileSync(TABLE, `${text.slice(0, head)}${BEGIN}\n\n${lines.join('\n')}\n\n${text.slice(tail)}`);
}
process.exit(lost > 0 ? 1 : 0);
