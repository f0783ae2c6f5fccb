import { type ReactNode, useState } from 'react';
import type { ShownOrders } from '../../intake/index.ts';
import { DrawingView, housePalette } from '../../pictures/index.ts';
import { WORDS, sayNone, sayOrders } from './words.ts';

interface OrdersProps {
  readonly orders: ShownOrders | undefined;
  readonly onFreeSenses: () => void;
  /** What comes once an order is chosen. */
  readonly below: (order: number) => ReactNode;
}

/** The orders its layers can lie in, chosen by picture; or why there is none. */
export function Orders({ orders, onFreeSenses, below }: OrdersProps) {
  const [chosen, setChosen] = useState(0);
  if (!orders) return <p role="status">{WORDS.counting}</p>;
  if (orders.kind === 'unknown') return <p className="notice">{orders.text}</p>;
  if (orders.kind === 'none')
    return (
      <div className="notice">
        <p>{sayNone(orders.because, orders.count)}</p>
        {orders.because === 'senses' && (
          <button type="button" className="act" onClick={onFreeSenses}>
            {WORDS.freeSenses}
          </button>
        )}
      </div>
    );
  const order = Math.min(chosen, orders.drawings.length - 1);
  return (
    <>
      <section aria-label={WORDS.layers}>
        <h3 className="head mb-1">{WORDS.layers}</h3>
        <p className="text-[14px]" role="status">
          {sayOrders(orders.count, orders.drawings.length, orders.isSaid)}
        </p>
        <div
          className="mt-2 grid max-h-[230px] grid-cols-4 gap-2 overflow-auto"
          role="radiogroup"
          aria-label={WORDS.layers}
        >
          {orders.drawings.map((drawing, i) => (
            <button
              key={i}
              type="button"
              role="radio"
              aria-checked={order === i}
              aria-label={`Order ${i + 1}`}
              className={`border ${order === i ? 'border-2 border-jade' : 'border-rule'} bg-pleat-lit p-0`}
              onClick={() => setChosen(i)}
            >
              <DrawingView
                drawing={drawing}
                palette={housePalette}
                width={88}
                height={88}
                margin={6}
                weight={0.5}
                title={`Order ${i + 1}`}
              />
            </button>
          ))}
        </div>
      </section>
      {below(order)}
    </>
  );
}
