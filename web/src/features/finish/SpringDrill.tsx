import { useEdit, usePlan } from '../../plan/index.ts';
import { NumberField } from '../../ui/index.ts';
import { WORDS, DRILL_WORDS } from './words.ts';

/** How a strip is bent to begin with: round a pencil, by a right angle, as most papers keep it. */
const FIRST = { rodMm: 8, setDegrees: 90, keptDegrees: 70 };

/** A strip of the paper that is bent round a rod and let go of: from then on it says how every bend springs back. */
export function SpringDrill() {
  const { drill } = usePlan().paper;
  const edit = useEdit();
  if (!drill)
    return (
      <p className="note">
        {DRILL_WORDS.guessed}{' '}
        <button
          type="button"
          className="act"
          onClick={() => edit((p) => void (p.paper.drill = { ...FIRST }))}
        >
          {WORDS.tryAStripOf}
        </button>
      </p>
    );
  const set = (field: keyof typeof drill, value: number): void =>
    edit((p) => void (p.paper.drill = { ...drill, [field]: value }), `drill-${field}`);
  return (
    <div role="group" aria-label={WORDS.aStripThatWas}>
      <p className="note mt-1">{DRILL_WORDS.how}</p>
      <div className="flex flex-wrap items-end gap-2">
        <NumberField
          label={WORDS.rodMm}
          className="w-16"
          value={drill.rodMm}
          low={0.5}
          high={300}
          step={0.5}
          onNumber={(v) => set('rodMm', v)}
        />
        <NumberField
          label={WORDS.bentBy}
          className="w-20"
          value={drill.setDegrees}
          low={Math.max(10, drill.keptDegrees)}
          high={360}
          step={1}
          onNumber={(v) => set('setDegrees', v)}
        />
        <NumberField
          label={WORDS.keeps}
          className="w-20"
          value={drill.keptDegrees}
          low={0}
          high={drill.setDegrees}
          step={1}
          onNumber={(v) => set('keptDegrees', v)}
        />
        <button type="button" className="act pb-2" onClick={() => edit((p) => void (p.paper.drill = null))}>
          {WORDS.forgetIt}
        </button>
      </div>
    </div>
  );
}
