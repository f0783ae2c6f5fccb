import { describe, expect, test } from '@jest/globals';
import { configureStore } from '@reduxjs/toolkit';
import { buildPlan, type Plan } from '@jade/core/plan';
import { type Aside, type Entry, keyOf } from '../src/outbox/entry.ts';
import { Outbox, type OutboxWorld } from '../src/outbox/outbox.ts';
import type { SendOutcome } from '../src/outbox/remote.ts';
import { Shelf, type Storage } from '../src/outbox/shelf.ts';
import { outboxSlice } from '../src/outbox/slice.ts';
import { overlay } from '../src/records/overlay.ts';

/** One browser's storage, which may be full. */
class FakeStorage implements Storage {
  readonly items = new Map<string, string>();
  room = Infinity;
  get length(): number {
    return this.items.size;
  }
  key = (i: number): string | null => [...this.items.keys()][i] ?? null;
  getItem = (k: string): string | null => this.items.get(k) ?? null;
  setItem(k: string, v: string): void {
    if (v.length > this.room) throw new Error('QuotaExceededError');
    this.items.set(k, v);
  }
  removeItem = (k: string): void => void this.items.delete(k);
}

/** A server of plans with revisions, which may be away. */
class FakeServer {
  isUp = true;
  readonly plans = new Map<string, { revision: number; document: Plan }[]>();
  readonly asides: Aside[] = [];
  newest = (id: string) => this.plans.get(id)!.at(-1)!;

  async send(entry: Entry): Promise<SendOutcome> {
    await Promise.resolve();
    if (!this.isUp) return { kind: 'away', text: '' };
    const all = this.plans.get(entry.id);
    if (!all) return { kind: 'gone' };
    const current = all.at(-1)!;
    if (current.revision !== entry.base.revision) return { kind: 'stale', theirs: current };
    const saved = { revision: current.revision + 1, document: entry.mine as Plan };
    all.push(saved);
    return { kind: 'saved', saved };
  }
}

const wait = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms));

class World {
  readonly storage = new FakeStorage();
  readonly server = new FakeServer();
  readonly alive = new Set<string>();
  private count = 0;

  /** A tab; `close` ends it without a chance to save. */
  open() {
    const tab = `tab${++this.count}`;
    this.alive.add(tab);
    const store = configureStore({
      reducer: { outbox: outboxSlice.reducer },
      middleware: (base) => base({ serializableCheck: false, immutableCheck: false }),
    });
    const isAlive = (): boolean => this.alive.has(tab);
    const never = new Promise<never>(() => undefined);
    const world: OutboxWorld = {
      shelf: new Shelf(this.storage),
      tab,
      findAlive: async () => (t) => this.alive.has(t),
      alone: async (_name, work) => work(),
      send: async (entry) =>
        isAlive() ? this.server.send(entry).then((o) => (isAlive() ? o : never)) : never,
      fetchBase: async (entry) =>
        this.server.plans.get(entry.id)?.find((v) => v.revision === entry.base.revision)?.document ?? null,
      sendAside: async (aside) => this.server.isUp && isAlive() && this.server.asides.push(aside) > 0,
      delay: (ms) => (isAlive() ? wait(Math.min(ms, 4)) : never),
      tell: () => undefined,
    };
    const outbox = new Outbox(world, store);
    return {
      outbox,
      state: () => store.getState().outbox,
      watch: () => outbox.watch(),
      close: () => void this.alive.delete(tab),
    };
  }

  begin(id: string, plan: Plan): void {
    this.server.plans.set(id, [{ revision: 1, document: plan }]);
  }
}

const brief = (change: Partial<Plan['brief']>, of: Plan = buildPlan('owl')): Plan => ({
  ...of,
  brief: { ...of.brief, ...change },
});
const on = (revision: number, document: Plan, mine: Plan): Entry => ({
  kind: 'plan',
  owner: '',
  id: 'p',
  base: { revision, document },
  mine,
  at: new Date().toISOString(),
});
const settled = async (check: () => boolean): Promise<void> => {
  for (let i = 0; i < 800 && !check(); i++) await wait(5);
  expect(check()).toBe(true);
};
const plan = buildPlan('owl');

describe('two tabs', () => {
  test('a save that comes second merges where the parts differ', async () => {
    const world = new World();
    world.begin('p', plan);
    const [a, b] = [world.open(), world.open()];
    a.outbox.write(on(1, plan, brief({ pose: 'wings down' })));
    b.outbox.write(on(1, plan, brief({ subject: 'barn owl' })));
    await settled(() => world.server.newest('p').revision === 3);
    expect(world.server.newest('p').document.brief).toMatchObject({
      pose: 'wings down',
      subject: 'barn owl',
    });
    expect([a.state().entries, b.state().entries]).toEqual([{}, {}]);
    expect(world.storage.length).toBe(0);
  });

  test('A saves, B clashes and is closed undecided, A saves again: B’s edit is found again and asked', async () => {
    const world = new World();
    world.begin('p', plan);
    const [a, b] = [world.open(), world.open()];
    a.outbox.write(on(1, plan, brief({ pose: 'of A' })));
    await settled(() => world.server.newest('p').revision === 2);
    b.outbox.write(on(1, plan, brief({ pose: 'of B', copies: 3 })));
    await settled(() => Object.values(b.state().entries)[0]?.state === 'clash');
    const mine = world.server.newest('p').document;
    a.outbox.write(on(2, mine, brief({ pose: 'of A again' }, mine)));
    await settled(() => world.server.newest('p').revision === 3);
    b.close();
    a.close();
    const c = world.open();
    c.watch();
    await settled(() => Object.values(c.state().entries)[0]?.state === 'clash');
    const [entry] = Object.values(c.state().entries);
    expect((entry!.mine as Plan).brief.pose).toBe('of B');
    c.outbox.resolve(entry!, { 'brief.pose': 'theirs' });
    await settled(() => world.server.newest('p').revision === 4);
    expect(world.server.newest('p').document.brief).toMatchObject({ pose: 'of A again', copies: 3 });
    await settled(() => world.server.asides.length === 1);
    expect(world.server.asides[0]).toMatchObject({ why: 'Given up here: Pose' });
    expect((world.server.asides[0]!.document as Plan).brief.pose).toBe('of B');
    c.close();
  });

  test('the server is killed, A changes the pose and B the subject, both are closed: both are there later', async () => {
    const world = new World();
    world.begin('p', plan);
    const [a, b] = [world.open(), world.open()];
    world.server.isUp = false;
    a.outbox.write(on(1, plan, brief({ pose: 'of A' })));
    b.outbox.write(on(1, plan, brief({ subject: 'of B' })));
    await wait(20);
    a.close();
    b.close();
    world.server.isUp = true;
    const c = world.open();
    c.watch();
    await settled(() => world.server.newest('p').revision === 3 && world.storage.length === 0);
    expect(world.server.newest('p').document.brief).toMatchObject({ pose: 'of A', subject: 'of B' });
    c.close();
  });

  test('mine put over theirs sets theirs aside', async () => {
    const world = new World();
    world.begin('p', plan);
    const [a, b] = [world.open(), world.open()];
    a.outbox.write(on(1, plan, brief({ pose: 'of A' })));
    await settled(() => world.server.newest('p').revision === 2);
    b.outbox.write(on(1, plan, brief({ pose: 'of B' })));
    await settled(() => Object.values(b.state().entries)[0]?.state === 'clash');
    b.outbox.resolve(Object.values(b.state().entries)[0]!, {});
    await settled(() => world.server.newest('p').revision === 3);
    expect(world.server.newest('p').document.brief.pose).toBe('of B');
    await settled(() => world.server.asides.length === 1);
    expect((world.server.asides[0]!.document as Plan).brief.pose).toBe('of A');
  });
});

test('law: whatever is typed in two tabs while server and tabs come and go is on the server, asked, or set aside', async () => {
  let seed = 20261130;
  const random = (n: number): number => (seed = (seed * 48271) % 2147483647) % n;
  for (let run = 0; run < 12; run++) {
    const world = new World();
    world.begin('p', plan);
    const typed: string[] = [];
    // A tab's own view of the plan, as the page has it: what it grew from, and what it is now.
    const openTab = () => {
      const tab = world.open();
      tab.watch();
      const newest = world.server.newest('p');
      return { tab, base: newest, present: newest.document };
    };
    let tabs = [openTab(), openTab()];
    for (let k = 0; k < 14; k++) {
      const at = random(2);
      const one = tabs[at]!;
      switch (random(5)) {
        case 0:
          world.server.isUp = !world.server.isUp;
          break;
        case 1:
          one.tab.close();
          tabs = tabs.map((t, i) => (i === at ? openTab() : t));
          break;
        default: {
          const waiting = one.tab.outbox.find({ kind: 'plan', owner: '', id: 'p' });
          const from = waiting ? (waiting.mine as Plan) : world.server.newest('p').document;
          const base = waiting ? waiting.base : world.server.newest('p');
          const id = `limb-${run}-${k}`;
          typed.push(id);
          const mine = { ...from, limbs: [...from.limbs, { id, name: id, lengthMm: 10, tip: null }] };
          const pose = random(3) === 0 ? { brief: { ...mine.brief, pose: id } } : {};
          one.tab.outbox.write(on(base.revision, base.document as Plan, { ...mine, ...pose }));
        }
      }
      if (random(2)) await wait(random(12));
    }
    world.server.isUp = true;
    tabs.forEach((t) => t.tab.close());
    const last = openTab();
    // Clashes of the pose are decided for theirs; everything else merges by itself.
    await settled(() => {
      for (const e of Object.values(last.tab.state().entries))
        if (e.state === 'clash') last.tab.outbox.resolve(e, { 'brief.pose': 'theirs' });
      return world.storage.length === 0;
    });
    const there = world.server.newest('p').document.limbs.map((l) => l.id);
    expect([...there].sort()).toEqual([...typed].sort());
    last.tab.close();
  }
}, 60_000);

describe('the browser’s storage', () => {
  test('full: the change stays in the tab, it is said, and it is sent all the same', async () => {
    const world = new World();
    world.begin('p', plan);
    world.storage.room = 10;
    const a = world.open();
    a.outbox.write(on(1, plan, brief({ pose: 'kept in the tab' })));
    expect(a.state().isFull).toBe(true);
    await settled(() => world.server.newest('p').revision === 2);
    expect(world.server.newest('p').document.brief.pose).toBe('kept in the tab');
  });

  test('copies of an earlier kind are taken up, one that cannot be read is kept and told', async () => {
    const world = new World();
    world.begin('p', plan);
    world.storage.setItem(
      'jade-kite-draft-p',
      JSON.stringify({ revision: 1, plan: brief({ pose: 'old copy' }) }),
    );
    world.storage.setItem('jade-kite-draft-q', JSON.stringify({ revision: 1, plan: { name: 7 } }));
    world.storage.setItem('jade-kite:unsent:gone:plan::r', '{torn');
    const a = world.open();
    a.watch();
    await settled(() => world.server.newest('p').revision === 2);
    expect(world.server.newest('p').document.brief.pose).toBe('old copy');
    await settled(() => a.state().unread.length === 2);
    expect([...world.storage.items.keys()].sort()).toEqual([
      'jade-kite-draft-q',
      'jade-kite:unsent:gone:plan::r',
    ]);
    a.close();
  });

  test('what is refused is kept and tried again with the next edit; what is gone for good is said', async () => {
    const world = new World();
    const a = world.open();
    a.outbox.write(on(1, plan, brief({ pose: 'x' })));
    await settled(() => Object.values(a.state().entries)[0]?.state === 'refused');
    expect(Object.values(a.state().entries)[0]!.text).toContain('deleted for good');
    world.begin('p', plan);
    a.outbox.write(on(1, plan, brief({ pose: 'y' })));
    await settled(() => world.server.newest('p').revision === 2);
    expect(world.storage.length).toBe(0);
  });
});

test('records show the changes that are on their way', () => {
  const kept = [
    { planId: '', revision: 1, record: { id: 'a', count: 1 } },
    { planId: '', revision: 4, record: { id: 'b', count: 2 } },
  ];
  const waiting = (id: string, mine: object | null) => ({
    ...on(4, plan, plan),
    kind: 'paper' as const,
    id,
    mine,
    state: 'away' as const,
    text: '',
    theirs: null,
  });
  const shown = overlay(
    'paper',
    kept as never,
    [waiting('a', null), waiting('b', { id: 'b', count: 9 }), waiting('c', { id: 'c', count: 3 })] as never,
  );
  expect(shown.map((k) => k.record)).toEqual([
    { id: 'b', count: 9 },
    { id: 'c', count: 3 },
  ]);
  expect(overlay('paper', kept as never, [])).toBe(kept);
  expect(keyOf({ kind: 'run', owner: 'p', id: 'r' })).toBe('run:p:r');
});
