import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import express from 'express';
import { pino } from 'pino';
import request from 'supertest';
import { buildApp } from '../src/app.ts';
import { type Store, openStore } from '../src/db/index.ts';
import { Room, type OpenRoom } from '../src/room/index.ts';
import { seedDemo } from '../src/seed.ts';

describe('a room for a second screen', () => {
  const shown = { name: 'Heron', place: '3 of 42', says: 'Fold <b>A</b> to B.', pictures: ['<svg></svg>'] };
  let room: Room;
  beforeEach(() => void (room = new Room('127.0.0.1')));
  afterEach(() => room.stop());
  const at = (open: OpenRoom) => request(open.addresses[0]!);

  test('is closed until it is opened, shows only the step in hand, and is closed again', async () => {
    expect(room.open).toBeNull();
    const open = await room.start();
    expect(open.code).toMatch(/^\d{6}$/);
    expect(await room.start()).toEqual(open);
    room.show(shown);
    const page = await at(open).get(`/?code=${open.code}`);
    expect(page.status).toBe(200);
    expect(page.headers['content-security-policy']).toContain("default-src 'none'");
    expect(page.text).not.toContain('Heron');
    const now = await at(open).get(`/now?code=${open.code}&after=-1`);
    expect(now.body).toEqual({ version: 1, shown });
    expect((await at(open).get(`/now?code=${open.code}&after=1`)).body).toEqual({ version: 1, shown: null });
    for (const path of ['/api/plans', '/api/settings', '/plans', '/../api/plans'])
      expect((await at(open).get(`${path}?code=${open.code}`)).status).toBe(404);
    expect((await at(open).post(`/now?code=${open.code}`)).status).toBe(405);
    room.stop();
    expect(room.open).toBeNull();
    await expect(at(open).get('/')).rejects.toThrow();
  });

  test('without the code nothing is told, and guessing closes it', async () => {
    const open = await room.start();
    room.show(shown);
    expect((await at(open).get('/')).text).toContain('Type the code');
    const wrong = String((Number(open.code) % 900_000) + 100_001);
    const told = await at(open).get(`/now?code=${wrong}`);
    expect([told.status, told.text.includes('Heron')]).toEqual([403, false]);
    expect((await at(open).get('/now')).status).toBe(403);
    for (let i = 0; room.open && i < 60; i++)
      await at(open)
        .get(`/?code=${wrong}`)
        .catch(() => undefined);
    expect(room.open).toBeNull();
  });

  test('two rooms find ports of their own; a new one has a new code', async () => {
    const other = new Room('127.0.0.1');
    const [one, two] = [await room.start(), await other.start()];
    expect(one.addresses).not.toEqual(two.addresses);
    other.stop();
    room.stop();
    expect((await room.start()).code).not.toBe(one.code);
  });

  test('what is shown is bounded, and is pictures', async () => {
    const { roomRoutes } = await import('../src/room/index.ts');
    const app = express().use(express.json({ limit: '4mb' }), roomRoutes(room));
    expect((await request(app).get('/room')).body).toEqual({ open: null });
    expect((await request(app).post('/room').send({})).body.open.code).toMatch(/^\d{6}$/);
    expect((await request(app).put('/room/shown').send(shown)).status).toBe(204);
    for (const bad of [{ ...shown, pictures: ['<script>'] }, { ...shown, more: 1 }, { name: 'x' }])
      expect((await request(app).put('/room/shown').send(bad)).status).toBeGreaterThanOrEqual(400);
    expect((await request(app).delete('/room')).body).toEqual({ open: null });
  });
});

describe('drills and photographs', () => {
  let store: Store;
  beforeEach(() => {
    store = openStore(':memory:');
    seedDemo(store);
  });
  afterEach(() => store.close());
  const app = () => request(buildApp({ store, log: pino({ level: 'silent' }) }));
  const photo = {
    id: 'photo-1',
    entryId: 'owl-1',
    name: 'owl.jpg',
    at: '2026-11-02T20:00:00.000Z',
    type: 'image/jpeg',
    widthPx: 4,
    heightPx: 3,
    data: Buffer.from('a picture').toString('base64'),
  };
  const put = (body: object) =>
    app().put('/api/plans/demo-owl/photos/photo-1').set('If-None-Match', '*').send(body);

  test('a photograph is kept with its plan, goes into the archive, and comes back out of the bin', async () => {
    expect((await put(photo)).status).toBe(200);
    const list = (await app().get('/api/plans/demo-owl/photos')).body as { record: object }[];
    expect(list.map((k) => k.record)).toEqual([photo]);
    expect((await app().get('/api/plans/demo-heron/photos')).body).toEqual([]);
    expect((await app().get('/api/photos')).status).toBe(404);
    const zip = await app()
      .get('/api/archive.zip')
      .buffer(true)
      .parse(binary as never);
    const other = openStore(':memory:');
    const there = request(buildApp({ store: other, log: pino({ level: 'silent' }) }));
    await there.post('/api/archive/take?keep=mine').set('content-type', 'application/zip').send(zip.body);
    expect((await there.get('/api/plans/demo-owl/photos')).body).toMatchObject([{ record: photo }]);
    other.close();
    await app().delete('/api/plans/demo-owl/photos/photo-1');
    expect((await app().get('/api/plans/demo-owl/photos')).body).toEqual([]);
    const bin = (await app().get('/api/bin')).body as {
      name: string;
      kind: string;
      owner: string;
      id: string;
    }[];
    const own = bin.find((b) => b.kind === 'photo')!;
    expect(own.name).toBe('photograph of 2026-11-02, owl.jpg');
    await app().post('/api/bin/bring-back').send({ kind: 'photo', owner: own.owner, id: own.id });
    expect((await app().get('/api/plans/demo-owl/photos')).body).toMatchObject([{ record: photo }]);
  });

  test('what is no picture, or too large, is refused with its place', async () => {
    expect((await put({ ...photo, data: 'no base64 !' })).status).toBe(400);
    expect((await put({ ...photo, type: 'text/html' })).status).toBe(400);
    const large = await put({ ...photo, data: 'A'.repeat(1_700_000) });
    expect([large.status, JSON.stringify(large.body)]).toEqual([400, expect.stringContaining('data')]);
  });

  test('drills are the house’s, oldest first, and a move nobody knows is refused', async () => {
    const tries = (await app().get('/api/practice')).body as { planId: string; record: { at: string } }[];
    expect(tries.length).toBeGreaterThan(5);
    expect(tries.every((t) => t.planId === '')).toBe(true);
    expect(tries.map((t) => t.record.at)).toEqual([...tries.map((t) => t.record.at)].sort());
    const bad = { ...tries[0]!.record, id: 'x', skill: 'levitation' };
    const refused = await app().put('/api/practice/x').set('If-None-Match', '*').send(bad);
    expect(refused.status).toBe(400);
  });
});

const binary = (res: NodeJS.ReadableStream, done: (error: Error | null, body: Buffer) => void): void => {
  const parts: Buffer[] = [];
  res.on('data', (part: Buffer) => parts.push(part));
  res.on('end', () => done(null, Buffer.concat(parts)));
};
