import { beforeEach, describe, expect, test } from '@jest/globals';
import { buildPlan } from '@jade/core/plan';
import { fetchAside, fetchPlan, fetchRevision, sayFault } from '../src/api/index.ts';
import type { Entry } from '../src/outbox/index.ts';
import { sendAside, sendEntry } from '../src/outbox/remote.ts';
import { type FakeApi, emptyApi } from './support/page.tsx';

let server: FakeApi;
beforeEach(() => {
  server = emptyApi().install();
});

const plan = buildPlan('Ruff');
const entry: Entry = {
  kind: 'plan',
  owner: '',
  id: 'ruff',
  base: { revision: 4, document: plan },
  mine: { ...plan, cast: 'Lantern Marsh' },
  at: '2026-11-30T10:00:00.000Z',
};

describe('reading', () => {
  test('a plan, none, one that cannot be read, and a server in trouble are four answers', async () => {
    const saved = { id: 'ruff', revision: 4, updatedAt: '', plan };
    server.on('GET /api/plans/ruff', saved);
    expect(await fetchPlan('ruff')).toEqual(saved);
    expect(await fetchPlan('nobody')).toBeUndefined();
    server.on('GET /api/plans/ruff', () => ({ status: 422, body: {} }));
    expect(await fetchPlan('ruff')).toBe('unread');
    server.on('GET /api/plans/ruff', () => ({ status: 507, body: {} }));
    await expect(fetchPlan('ruff')).rejects.toThrow('did not answer');
    await expect(fetchRevision('ruff', 3)).rejects.toThrow('could not be read');
    await expect(fetchAside('x')).rejects.toThrow('kept for a week');
  });

  test('a fault is said with its first issue; without an answer the server is away', () => {
    const issues = [{ path: 'name', text: 'at most 80 letters' }];
    expect(sayFault({ data: { error: { text: 'The plan was not taken.', issues } } })).toBe(
      'The plan was not taken. name: at most 80 letters',
    );
    expect(sayFault({ status: 'FETCH_ERROR' })).toContain('The server is away');
  });
});

describe('sending a change', () => {
  test('a plan names the revision it grew from, a record does so in its head', async () => {
    let body: unknown;
    server.on('PUT /api/plans/ruff', (sent: unknown) => {
      body = sent;
      return { body: { id: 'ruff', revision: 5, updatedAt: 'later', plan: entry.mine } };
    });
    expect(await sendEntry(entry)).toEqual({
      kind: 'saved',
      saved: { revision: 5, document: entry.mine, at: 'later' },
    });
    expect(body).toMatchObject({ baseRevision: 4, plan: { cast: 'Lantern Marsh' } });
  });

  test('a stale one comes back with the newer version and when it was saved', async () => {
    const current = { id: 'ruff', revision: 6, updatedAt: 'now', plan };
    server.on('PUT /api/plans/ruff', () => ({ status: 409, body: { error: { code: 'stale', current } } }));
    expect(await sendEntry(entry)).toEqual({
      kind: 'stale',
      theirs: { revision: 6, document: plan, at: 'now' },
    });
  });

  test('a full disk is tried again, bad data is not, and a server that is gone is away', async () => {
    server.on('PUT /api/plans/ruff', () => ({
      status: 507,
      body: { error: { code: 'disk-full', text: 'The disk is full.' } },
    }));
    expect(await sendEntry(entry)).toEqual({ kind: 'away', text: 'The disk is full.' });
    server.on('PUT /api/plans/ruff', () => ({
      status: 400,
      body: { error: { text: 'Not taken.', issues: [{ path: 'name', text: 'too long' }] } },
    }));
    expect(await sendEntry(entry)).toEqual({ kind: 'refused', text: 'Not taken. name: too long' });
    server.isUp = false;
    expect(await sendEntry(entry)).toEqual({ kind: 'away', text: '' });
  });

  test('a plan that was deleted meanwhile comes out of the bin for the change; one deleted for good is gone', async () => {
    server.on('POST /api/bin/bring-back', { id: 'ruff', revision: 4, plan });
    expect(await sendEntry(entry)).toMatchObject({ kind: 'stale', theirs: { revision: 4 } });
    server.on('POST /api/bin/bring-back', () => ({ status: 404, body: {} }));
    expect(await sendEntry(entry)).toEqual({ kind: 'gone' });
  });

  test('what was given up is kept until the server has it, or never will', async () => {
    const aside = { ...entry, asideId: 'a', why: 'x', document: plan };
    server.on('PUT /api/set-aside/a', () => ({ status: 503, body: {} }));
    expect(await sendAside(aside)).toBe(false);
    server.on('PUT /api/set-aside/a', {});
    expect(await sendAside(aside)).toBe(true);
  });
});
