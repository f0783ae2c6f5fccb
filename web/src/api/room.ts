/** Where the bench is open to the room: its code and what a tablet types. */
export interface OpenRoom {
  readonly code: string;
  readonly addresses: readonly string[];
}

/** What a second screen shows. Pictures are SVG documents. */
export interface ShownInRoom {
  readonly name: string;
  readonly place: string;
  readonly says: string;
  readonly pictures: readonly string[];
}

async function ask(method: 'GET' | 'POST' | 'DELETE'): Promise<OpenRoom | null | undefined> {
  try {
    const answer = await fetch('/api/room', {
      method,
      ...(method === 'POST' ? { headers: { 'content-type': 'application/json' }, body: '{}' } : {}),
    });
    return answer.ok ? ((await answer.json()) as { open: OpenRoom | null }).open : undefined;
  } catch {
    return undefined;
  }
}

/** Whether the bench is open to the room; undefined where the server does not say. */
export const fetchRoom = (): Promise<OpenRoom | null | undefined> => ask('GET');
export const openRoom = (): Promise<OpenRoom | null | undefined> => ask('POST');
export const closeRoom = (): Promise<OpenRoom | null | undefined> => ask('DELETE');

/** Sends the step in hand to the room; one that is lost is made up for by the next. */
export async function showInRoom(shown: ShownInRoom): Promise<void> {
  await fetch('/api/room/shown', {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(shown),
  }).catch(() => undefined);
}
