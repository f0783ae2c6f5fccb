/** Room: files that come in, read and looked over in a worker of their own. */
export type { OpenedDrawing, ShownLook, ShownOrders } from './worker.ts';
export { type Intake, startIntake } from './client.ts';
