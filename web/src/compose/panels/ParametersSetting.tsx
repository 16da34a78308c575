import Button from '@mui/material/Button';
import type { Parameter } from '../../api/generated';
import { ParameterCard } from '../../parameters/ParameterCard';
import { Setting } from '../../sentence/Setting';
import { useCompose } from '../composeStore';

/** What the report asks for, in the order of the reader's strip: each parameter as sentences. */
export function ParametersSetting() {
  const { definition, view, replace } = useCompose();
  if (!definition) return null;
  const parameters = definition.parameters ?? [];
  const put = (list: Parameter[]) => void replace({ ...definition, parameters: list });
  const add = () => {
    let n = parameters.length + 1;
    while (parameters.some((p) => p.name === `value_${n}`)) n++;
    put([...parameters, { name: `value_${n}`, type: 'text' }]);
  };
  const move = (i: number, by: number) => {
    const list = [...parameters];
    [list[i], list[i + by]] = [list[i + by], list[i]];
    put(list);
  };
  return (
    <Setting name="Parameters" summary={parameters.length ? parameters.map((p) => p.name).join(', ') : 'none'}>
      {parameters.map((p, i) => (
        <ParameterCard
          key={i}
          parameter={p}
          around={definition}
          problems={view?.problems ?? []}
          onChange={(change) => put(parameters.map((q, k) => (k === i ? { ...q, ...change } : q)))}
          onRemove={() => put(parameters.filter((_, k) => k !== i))}
          onUp={i > 0 ? () => move(i, -1) : undefined}
          onDown={i < parameters.length - 1 ? () => move(i, 1) : undefined}
        />
      ))}
      <Button variant="outlined" onClick={add}>Add a parameter</Button>
    </Setting>
  );
}
