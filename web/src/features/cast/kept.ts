import type { Silhouette } from '../../engine/index.ts';

/**
 * Silhouettes kept in the browser by plan and revision, so that the stage stands at the first paint. They are shown until the
 * engine has folded the plan again, and are no promise.
 */
const STORE = 'jade-silhouettes-1';
const at = (key: string): string => `/silhouettes/${encodeURIComponent(key)}`;

const open = async (): Promise<Cache | undefined> => {
  try {
    return 'caches' in window ? await caches.open(STORE) : undefined;
  } catch {
    return undefined;
  }
};

/** Those of these keys that are kept. */
export async function readKept(keys: readonly string[]): Promise<ReadonlyMap<string, Silhouette>> {
  const store = await open();
  if (!store) return new Map();
  const found = await Promise.all(
    keys.map(async (key): Promise<readonly [string, Silhouette][]> => {
      try {
        const kept = await store.match(at(key));
        return kept ? [[key, (await kept.json()) as Silhouette]] : [];
      } catch {
        return [];
      }
    }),
  );
  return new Map(found.flat());
}

/** Keeps one; a full browser keeps none, and nothing is lost by it. */
export async function keep(key: string, shape: Silhouette): Promise<void> {
  const store = await open();
  await store?.put(at(key), new Response(JSON.stringify(shape))).catch(() => undefined);
}

/** Forgets all but these. */
export async function forgetOthers(keys: readonly string[]): Promise<void> {
  const store = await open();
  if (!store) return;
  const wanted = new Set(keys.map((k) => new URL(at(k), location.href).pathname));
  for (const request of await store.keys())
    if (!wanted.has(new URL(request.url).pathname)) await store.delete(request);
}
