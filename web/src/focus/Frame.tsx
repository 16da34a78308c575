import type { ReactNode } from 'react';
import { Announcer } from './Announcer';
import { SkipLink } from './SkipLink';
import { useFocusKeeper } from './useFocusKeeper';
import { useRegions } from './regions';

/** What every screen has for those who use it by keyboard or hear it. */
export function Frame({ children }: { children: ReactNode }) {
  useRegions();
  useFocusKeeper();
  return (
    <>
      <SkipLink />
      {children}
      <Announcer />
    </>
  );
}
