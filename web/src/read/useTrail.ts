import { useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { writeAddress, type ReadAddress, type Step } from './run/address';

/** Earlier addresses of the same trail, with how many entries of the browser's history they lie back. */
interface Way {
  address: string;
  back: number;
}

/** More would be of no use to anybody. */
const mostWays = 50;

/** Goes along the trail, so that the browser's own Back never leads to what “← Back” has closed. */
export function useTrail(now: ReadAddress) {
  const navigate = useNavigate();
  const { state } = useLocation() as { state: { ways?: Way[] } | null };
  const [left, setLeft] = useState<{ step: Step; turn: number }>();
  const here = writeAddress(now);

  /** Goes on to other steps. */
  const go = (steps: Step[]) => {
    const to = writeAddress({ ...now, steps });
    if (to === here) return;
    const ways = [{ address: here, back: 1 }, ...(state?.ways ?? []).map((w) => ({ ...w, back: w.back + 1 }))].slice(0, mostWays);
    void navigate(to, { state: { ways } });
  };
  /** Goes back to a step; what was clicked there to come on is marked again. */
  const backTo = (index: number) => {
    if (index >= now.steps.length - 1) return;
    const to = writeAddress({ ...now, steps: now.steps.slice(0, index + 1) });
    setLeft((was) => ({ step: now.steps[index + 1], turn: (was?.turn ?? 0) + 1 }));
    const way = state?.ways?.find((w) => w.address === to);
    if (way) void navigate(-way.back);
    else void navigate(to, { replace: true });
  };
  return { go, backTo, left };
}
