import { useEffect } from 'react';
import { Outlet } from 'react-router';
import { useSettings } from '../records/index.ts';
import { BringLeaf } from '../features/bringing/index.ts';
import { SignLeaf, TermLeaf } from '../play/index.ts';
import { CommandPalette } from './CommandPalette.tsx';
import { KeysLeaf } from './KeysLeaf.tsx';

/** The whole page: applies the theme and holds the command palette. */
export function Frame() {
  const { theme } = useSettings();
  useEffect(() => {
    const dark = window.matchMedia('(prefers-color-scheme: dark)');
    const apply = (): void => {
      document.documentElement.dataset.theme = theme === 'system' ? (dark.matches ? 'lamp' : 'day') : theme;
    };
    apply();
    dark.addEventListener('change', apply);
    return () => dark.removeEventListener('change', apply);
  }, [theme]);
  return (
    <div className="flex h-full flex-col">
      <Outlet />
      <CommandPalette />
      <KeysLeaf />
      <BringLeaf />
      <SignLeaf />
      <TermLeaf />
    </div>
  );
}
