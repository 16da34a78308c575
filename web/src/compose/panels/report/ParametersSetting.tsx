import Button from '@mui/material/Button';
import type { Parameter } from '../../../api/generated';
import { ParameterCard } from '../../../parameters/ParameterCard';
import { Setting } from '../../../sentence/Setting';
import { useCompose } from '../../store/composeStore';

/** What the report asks for, in the order of the reader's strip: each parameter as sentences. */
export function ParametersSetting() {
  const { definition, view, edit, replace } = useCompose('definition', 'view', 'edit', 'replace');
  if (!definition) return null;
  const parameters = definition.parameters ?? [];
  // From the list as it is when the turn comes, so that nothing that was set meanwhile is lost.
  const put = (change: (list: Parameter[]) => Parameter[]) => void replace((now) => ({ ...now, parameters: change(now.parameters ?? []) }));
  const add = () => {
    let n = parameters.length + 1;
    while (parameters.some((p) => p.name === `value_${n}`)) n++;
    put((list) => [...list, { name: `value_${n}`, type: 'text' }]);
  };
  const move = (i: number, by: number) => {
    put((list) => {
      const next = [...list];
      [next[i], next[i + by]] = [next[i + by], next[i]];
      return next;
    });
  };
  return (
    <Setting name="Parameters" summary={parameters.length ? parameters.map((p) => p.name).join(', ') : 'none'}>
      {parameters.map((p, i) => (
        <ParameterCard
          key={i}
          parameter={p}
          around={definition}
          problems={view?.problems ?? []}
          onChange={(change) => {
            // A name is changed wherever the report speaks of it.
            const name = change.name?.trim();
            if (name && name !== p.name) void edit({ type: 'renameParameter', parameter: p.name, name });
            else put((list) => list.map((q, k) => (k === i ? { ...q, ...change } : q)));
          }}
          onRemove={() => put((list) => list.filter((_, k) => k !== i))}
          onUp={i > 0 ? () => move(i, -1) : undefined}
          onDown={i < parameters.length - 1 ? () => move(i, 1) : undefined}
        />
      ))}
      <Button variant="outlined" onClick={add}>
        Add a parameter
      </Button>
    </Setting>
  );
}
