import { useEffect, useState } from 'react';
import { getEngine } from './client.ts';
import type { BaseCard } from './protocol.ts';

/** Pictures of bases by id, folded one after the other so that the page stays quick. */
export function useBaseCards(ids: readonly string[]): ReadonlyMap<string, BaseCard> {
  const [cards, setCards] = useState<ReadonlyMap<string, BaseCard>>(new Map());
  const wanted = ids.join(' ');
  useEffect(() => {
    let live = true;
    const work = async (): Promise<void> => {
      for (const id of wanted.split(' ').filter(Boolean)) {
        const card = await getEngine().readBaseCard(id);
        if (!live) return;
        setCards((had) => new Map(had).set(id, card));
      }
    };
    void work();
    return () => {
      live = false;
    };
  }, [wanted]);
  return cards;
}
