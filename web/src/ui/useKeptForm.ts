import { useCallback, useState } from 'react';

const PREFIX = 'jade-kite:form:';

/**
 * What is being typed into a form, kept in the browser until it is sent or cleared: a tab closed by mistake loses none of
 * it. A draft of another shape is not taken up.
 */
export function useKeptForm<T extends object>(
  key: string,
  fresh: () => T,
): readonly [T, (change: Partial<T>) => void, () => void] {
  const [draft, setDraft] = useState<T>(() => ({ ...fresh(), ...readKept(key, fresh()) }));
  const set = useCallback(
    (change: Partial<T>): void =>
      setDraft((d) => {
        const next = { ...d, ...change };
        write(key, next);
        return next;
      }),
    [key],
  );
  const clear = (): void => {
    localStorage.removeItem(PREFIX + key);
    setDraft(fresh());
  };
  return [draft, set, clear];
}

function readKept<T extends object>(key: string, fresh: T): Partial<T> {
  try {
    const kept = JSON.parse(localStorage.getItem(PREFIX + key) ?? 'null') as Record<string, unknown> | null;
    if (!kept) return {};
    const known = Object.keys(fresh);
    return Object.fromEntries(Object.entries(kept).filter(([k]) => known.includes(k))) as Partial<T>;
  } catch {
    return {};
  }
}

function write(key: string, draft: object): void {
  try {
    localStorage.setItem(PREFIX + key, JSON.stringify(draft));
  } catch {
    // A full browser: the form itself still has it.
  }
}
