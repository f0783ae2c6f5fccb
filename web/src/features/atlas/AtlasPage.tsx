import { useEffect, useState } from 'react';
import { NavLink, useParams } from 'react-router';
import { baseFamilies, bases } from '@jade/core/bases';
import { type BaseCard, type BaseSheet, getEngine, useBaseCards } from '../../engine/index.ts';
import { DrawingView, housePalette } from '../../pictures/index.ts';
import { Notice, Waiting } from '../../ui/index.ts';
import { BaseLeaf } from './BaseLeaf.tsx';
import { WORDS } from './words.ts';

/** Every base the engine can fold: picked at the left, laid open at the right. */
export function AtlasPage() {
  const { id = 'bird' } = useParams();
  const cards = useBaseCards(allIds);
  const known = bases.some((b) => b.id === id);
  return (
    <main className="grid h-full grid-cols-[270px_1fr] max-[900px]:grid-cols-1">
      <h1 className="sr-only">{WORDS.baseAtlas}</h1>
      <nav aria-label={WORDS.bases} className="overflow-auto border-r border-rule px-5 pt-4 pb-8">
        {baseFamilies.map(({ id: family, title }) => (
          <section key={family} aria-label={title} className="mb-3">
            <h2 className="head text-[16px]">{title}</h2>
            <ul>
              {bases
                .filter((b) => b.family === family)
                .map((b) => (
                  <BaseRow key={b.id} id={b.id} name={b.name} card={cards.get(b.id)} open={b.id === id} />
                ))}
            </ul>
          </section>
        ))}
      </nav>
      <div className="overflow-auto">
        {known ? (
          <OpenBase key={id} id={id} />
        ) : (
          <Notice tone="care" className="m-7 max-w-[560px]">
            There is no base “{id}” in the atlas; choose one from the list.
          </Notice>
        )}
      </div>
    </main>
  );
}

function BaseRow({
  id,
  name,
  card,
  open,
}: {
  id: string;
  name: string;
  card: BaseCard | undefined;
  open: boolean;
}) {
  return (
    <li>
      <NavLink
        to={`/bases/${id}`}
        aria-current={open ? 'page' : undefined}
        className={`grid grid-cols-[44px_1fr] items-center gap-3 border-b border-rule py-1 pl-1 no-underline ${open ? 'bg-jade-wash' : ''}`}
      >
        <span className="flex h-[40px] items-center justify-center" aria-hidden="true">
          {card && (
            <DrawingView
              drawing={card.drawing}
              palette={housePalette}
              width={44}
              height={40}
              margin={2}
              weight={0.4}
              title={name}
            />
          )}
        </span>
        <span>
          <span className="block text-[15px] leading-[19px] text-jade-deep">{name}</span>
          <span className="note">
            {card
              ? `${card.flaps === 0 ? 'no' : card.flaps} ${card.flaps === 1 ? 'flap' : 'flaps'}, ${card.layers} layers`
              : WORDS.folding}
          </span>
        </span>
      </NavLink>
    </li>
  );
}

const allIds = bases.map((b) => b.id);

function OpenBase({ id }: { id: string }) {
  const [base, setBase] = useState<BaseSheet>();
  useEffect(() => {
    let live = true;
    void getEngine()
      .readBase(id)
      .then((b) => live && setBase(b));
    return () => {
      live = false;
    };
  }, [id]);
  return base ? <BaseLeaf base={base} /> : <Waiting what={WORDS.foldingThisBase} />;
}
