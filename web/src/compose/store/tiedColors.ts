import { useCompose } from './composeStore';

/** Colours that values have in every chart of the report. */
export function useTiedColors() {
  const { definition, replace } = useCompose('definition', 'replace');
  const all = definition?.colors ?? [];
  return {
    of: (by: string, value: string) => all.find((c) => c.of === by && c.value === value)?.color,
    /** Null unties the value. */
    set: (by: string, value: string, color: string | null) =>
      void replace((now) => {
        const others = (now.colors ?? []).filter((c) => c.of !== by || c.value !== value);
        return { ...now, colors: color ? [...others, { of: by, value, color }] : others };
      }),
  };
}
