import { type RefObject, useEffect, useState } from 'react';

/** How far outside the window a thing is drawn already, so that it is there when it comes into view. */
const AHEAD = '600px';

/** Whether an element has come near the part of the page that is seen; once true it stays so. */
export function useNear(element: RefObject<Element | null>): boolean {
  const [near, setNear] = useState(false);
  useEffect(() => {
    if (near || !element.current) return;
    const watch = new IntersectionObserver(
      (entries) => entries.some((e) => e.isIntersecting) && setNear(true),
      { rootMargin: AHEAD },
    );
    watch.observe(element.current);
    return () => watch.disconnect();
  }, [element, near]);
  return near;
}
