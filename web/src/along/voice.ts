import { useEffect, useRef } from 'react';
import { useSettings } from '../records/index.ts';

export const hasVoice = (): boolean => 'speechSynthesis' in window;

/** Speaks the sentence of the step in hand, once, where that is wished. */
export function useVoice(sentence: string): void {
  const { voice } = useSettings().bench;
  const said = useRef('');
  useEffect(() => {
    // Settings are read anew once the server has them; what was said is not said again.
    if (!voice || sentence === '' || !hasVoice() || said.current === sentence) return;
    said.current = sentence;
    window.speechSynthesis.cancel();
    window.speechSynthesis.speak(new SpeechSynthesisUtterance(sentence));
  }, [voice, sentence]);
  useEffect(() => () => (hasVoice() ? window.speechSynthesis.cancel() : undefined), []);
}
