import { Fragment, useEffect, useMemo, useState } from 'react';
import { Link, useLocation } from 'react-router';
import { kindsGlossary } from '@jade/core/kinds';
import { allSigns } from '@jade/core/drawing';
import { skillOf } from '@jade/core/practice';
import { terms } from '@jade/core/references';
import { useListPlansQuery } from '../../api/index.ts';
import { type FoldSign, getEngine } from '../../engine/index.ts';
import { DrawingView, housePalette } from '../../pictures/index.ts';
import { ask } from '../../ui/index.ts';

type Kind = (typeof kindsGlossary)[number]['kind'];

/** Every fold there is: its word, what it means, how it is drawn and what it gives, and which plans have it. A page to print. */
export function SignsPage() {
  const { hash } = useLocation();
  const signs = useSigns();
  const uses = useUses();
  const wanted = hash.slice(1);
  useEffect(() => {
    if (wanted && signs.size > 0) document.getElementById(wanted)?.scrollIntoView({ block: 'start' });
  }, [wanted, signs.size]);
  return (
    <main className="px-8 pt-5 pb-10">
      <h1 className="text-[26px] leading-[32px]">The folds and their signs</h1>
      <p className="mb-4 max-w-[80ch]">
        Each as the step is drawn and what it becomes, folded by the engine. Dashes are valley folds, dashes
        with two dots mountain folds, thin lines creases that rest in the paper, the hollow arrow pushes in or
        pulls out, a white head says in front, a black one behind.{' '}
        <button type="button" className="act" onClick={() => window.print()}>
          Print this page
        </button>
      </p>
      <ul
        className="grid gap-x-8 gap-y-6"
        style={{ gridTemplateColumns: 'repeat(auto-fill, minmax(360px, 1fr))' }}
      >
        {kindsGlossary.map(({ kind, meaning }) => (
          <Sign
            key={kind}
            kind={kind}
            meaning={meaning}
            sign={signs.get(kind)}
            uses={uses.get(kind) ?? []}
            isWanted={kind === wanted}
          />
        ))}
      </ul>
      <LinesAndTerms />
    </main>
  );
}

interface SignProps {
  readonly kind: Kind;
  readonly meaning: string;
  /** Undefined while it is folded; null where no example of it is known. */
  readonly sign: FoldSign | null | undefined;
  readonly uses: readonly { readonly id: string; readonly name: string; readonly steps: readonly number[] }[];
  readonly isWanted: boolean;
}

function Sign({ kind, meaning, sign, uses, isWanted }: SignProps) {
  return (
    <li
      id={kind}
      className={`border-t-[3px] pt-2 ${isWanted ? 'border-persimmon bg-jade-wash' : 'border-jade'}`}
    >
      <h2 className="text-[18px]">{sign?.word ?? kind}</h2>
      <p>{meaning}.</p>
      {sign && (
        <>
          <div className="flex items-center gap-2">
            <DrawingView
              drawing={sign.before}
              palette={housePalette}
              width={190}
              height={160}
              margin={26}
              weight={0.8}
              title={`${sign.word}: what to fold`}
            />
            <DrawingView
              drawing={sign.after}
              palette={housePalette}
              width={150}
              height={130}
              margin={10}
              weight={0.7}
              title={`${sign.word}: what it becomes`}
            />
          </div>
          <p className="note">
            {sign.sentence}{' '}
            <button
              type="button"
              className="act print:hidden"
              aria-label={`See the ${sign.word} move`}
              onClick={() => ask('sign', kind)}
            >
              See it move
            </button>
          </p>
        </>
      )}
      {uses.length > 0 && (
        <p className="note">
          In your plans:{' '}
          {uses.map((u, i) => (
            <span key={u.id}>
              {i > 0 && '; '}
              <Link className="act" to={`/plan/${u.id}/folds`}>
                {u.name}
              </Link>
              , {u.steps.length === 1 ? 'step' : 'steps'} {u.steps.slice(0, MOST_STEPS).join(', ')}
              {u.steps.length > MOST_STEPS ? ' …' : ''}
            </span>
          ))}
        </p>
      )}
    </li>
  );
}

/** Lines, arrows and signs of the pictures, and the words of the sentences. */
function LinesAndTerms() {
  const signs = useMemo(() => allSigns(), []);
  return (
    <>
      <h2 className="head mt-8 mb-2">Lines, arrows and signs</h2>
      <ul
        className="grid gap-x-6 gap-y-2"
        style={{ gridTemplateColumns: 'repeat(auto-fill, minmax(230px, 1fr))' }}
      >
        {signs.map(({ means, drawing }) => (
          <li key={means} className="flex items-center gap-3">
            <DrawingView
              drawing={drawing}
              palette={housePalette}
              width={104}
              height={44}
              margin={20}
              title={means}
            />
            {means}
          </li>
        ))}
      </ul>
      <h2 id="terms" className="head mt-8 mb-2">
        Words of the sentences
      </h2>
      <dl className="grid max-w-[1000px] grid-cols-[180px_1fr] gap-x-6 gap-y-1">
        {terms.map(({ word, meaning }) => (
          <Fragment key={word}>
            <dt className="font-semibold">{word}</dt>
            <dd>{meaning}.</dd>
          </Fragment>
        ))}
      </dl>
    </>
  );
}

const MOST_STEPS = 6;

/** Examples, folded one after the other so that the page stays quick. */
function useSigns(): ReadonlyMap<Kind, FoldSign | null> {
  const [signs, setSigns] = useState<ReadonlyMap<Kind, FoldSign | null>>(new Map());
  useEffect(() => {
    let live = true;
    void (async () => {
      for (const { kind } of kindsGlossary) {
        const sign = await getEngine().readSign(kind);
        if (!live) return;
        setSigns((known) => new Map(known).set(kind, sign));
      }
    })();
    return () => {
      live = false;
    };
  }, []);
  return signs;
}

/** Which steps of which plans are of a kind; turning and marks are in all of them and told for none. */
function useUses() {
  const { data: plans } = useListPlansQuery();
  return useMemo(() => {
    const uses = new Map<Kind, { id: string; name: string; steps: number[] }[]>();
    for (const { id, plan } of plans ?? [])
      plan.steps.forEach(({ move }, i) => {
        if (!skillOf(move)) return;
        const own = uses.get(move.kind) ?? [];
        uses.set(move.kind, own);
        const known = own.find((u) => u.id === id);
        if (known) known.steps.push(i + 1);
        else own.push({ id, name: plan.name, steps: [i + 1] });
      });
    return uses;
  }, [plans]);
}
