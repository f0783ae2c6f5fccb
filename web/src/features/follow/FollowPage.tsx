import { useShown } from '../../along/index.ts';
import { DrawingView } from '../../pictures/index.ts';

/** A second screen in another window: what the bench has before it, large, and nothing to press. */
export function FollowPage() {
  const shown = useShown();
  if (!shown)
    return (
      <main className="px-10 py-12">
        <h1 className="sr-only">Second screen</h1>
        <p className="say text-[24px] leading-[34px]">
          Nothing is on the bench. Begin a run there, in another window of this browser, and it is shown here.
        </p>
      </main>
    );
  const [first, ...rest] = shown.drawings;
  return (
    <main className="flex min-h-screen flex-col gap-5 bg-leaf px-8 py-5">
      <h1 className="flex items-baseline justify-between font-serif text-[20px]">
        <b>{shown.name}</b>
        <span className="text-ink-2">{shown.place}</span>
      </h1>
      <p className="font-serif text-[30px] leading-[40px]" aria-live="polite" data-testid="follow-sentence">
        {shown.says}
      </p>
      <div className="flex flex-wrap items-start gap-8">
        {first && (
          <DrawingView
            drawing={first}
            palette={shown.palette}
            width={760}
            height={520}
            margin={48}
            weight={1.4}
            title="What to fold"
          />
        )}
        {rest.map((d, i) => (
          <DrawingView
            key={i}
            drawing={d}
            palette={shown.palette}
            width={320}
            height={290}
            margin={16}
            title="What it becomes"
          />
        ))}
      </div>
    </main>
  );
}
