/** Room: a second screen. Opening the bench to other machines in the room, by a code, off until it is asked for. */
import { Router } from 'express';
import { z } from 'zod';
import { readInput } from '../http/index.ts';
import { Room } from './room.ts';

export type { OpenRoom } from './room.ts';
export { Room } from './room.ts';

const MOST_SVG = 1_500_000;
const shownSchema = z.strictObject({
  name: z.string().max(200),
  place: z.string().max(60),
  says: z.string().max(4000),
  pictures: z.array(z.string().startsWith('<svg').max(MOST_SVG)).max(2),
});

/** /api/room: whether it is open, opened, shown a step, closed. */
export function roomRoutes(room: Room = new Room()): Router {
  const router = Router();
  router.get('/room', (_req, res) => void res.json({ open: room.open }));
  router.post('/room', (_req, res, next) => {
    room.start().then((open) => res.json({ open }), next);
  });
  router.put('/room/shown', (req, res) => {
    room.show(readInput(shownSchema, req.body));
    res.status(204).end();
  });
  router.delete('/room', (_req, res) => {
    room.stop();
    res.json({ open: null });
  });
  return router;
}
