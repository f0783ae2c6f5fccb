import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { pino } from 'pino';
import request from 'supertest';
import { buildHeronPlan, buildMothPlan } from '@jade/core/demo';
import { buildPlan } from '@jade/core/plan';
import { buildApp } from '../src/app.ts';
import { type Store, openStore } from '../src/db/index.ts';

let store: Store;
beforeEach(() => {
  store = openStore(':memory:');
});
afterEach(() => store.close());
const app = () => request(buildApp({ store, log: pino({ level: 'silent' }) }));

describe('pages of a plan', () => {
  test('are written from the plan as it is sent, whether it is saved or not', async () => {
    for (const [kind, options] of [
      ['booklet', { page: 'A5', by: 'A folder', imposed: true }],
      ['pattern', { page: 'letter', creases: 'folded' }],
    ] as const) {
      const made = await app().post(`/api/${kind}.pdf`).send({ plan: buildMothPlan(), options });
      expect([made.status, made.type]).toEqual([200, 'application/pdf']);
      expect((made.body as Buffer).subarray(0, 5).toString()).toBe('%PDF-');
      expect((made.body as Buffer).length).toBeGreaterThan(4000);
    }
  }, 60_000);

  test('a pattern of nothing, a page size that is none and a plan that is none are told in one sentence', async () => {
    const bare = await app()
      .post('/api/pattern.pdf')
      .send({ plan: buildPlan('Bare'), options: {} });
    expect([bare.status, bare.body.error.issues[0].text]).toEqual([
      400,
      expect.stringMatching(/^Nothing is creased yet/),
    ]);
    for (const body of [
      { plan: buildMothPlan(), options: { page: 'A0' } },
      { plan: { name: 'x' }, options: {} },
      { plan: buildMothPlan(), options: { by: 'x'.repeat(81) } },
      {},
    ]) {
      const { status } = await app().post('/api/booklet.pdf').send(body);
      expect(status).toBe(400);
    }
  }, 60_000);

  test('other answers do not wait for a booklet', async () => {
    let isDone = false;
    const booklet = app()
      .post('/api/booklet.pdf')
      .send({ plan: buildHeronPlan(), options: {} })
      .then(({ status }) => {
        isDone = true;
        return status;
      });
    const { status } = await app().get('/api/plans');
    expect([status, isDone]).toEqual([200, false]);
    expect(await booklet).toBe(200);
  }, 60_000);
});
