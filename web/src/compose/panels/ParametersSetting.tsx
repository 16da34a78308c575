import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { DataType, Parameter } from '../../api/generated';
import { Blank } from '../../sentence/Blank';
import { Setting } from '../../sentence/Setting';
import { TextSetting } from '../../sentence/TextSetting';
import { color } from '../../theme/tokens';
import { useCompose } from '../composeStore';

const types: { value: DataType; label: string }[] = [
  { value: 'text', label: 'a text' }, { value: 'date', label: 'a date' }, { value: 'dateTime', label: 'a date and time' }, { value: 'whole', label: 'a whole number' }, { value: 'decimal', label: 'a decimal number' }, { value: 'bool', label: 'yes or no' },
];

/** What the report asks for: each parameter as a sentence with its default. */
export function ParametersSetting() {
  const { definition, replace } = useCompose();
  if (!definition) return null;
  const parameters = definition.parameters ?? [];
  const put = (list: Parameter[]) => void replace({ ...definition, parameters: list });
  const set = (i: number, change: Partial<Parameter>) => put(parameters.map((p, k) => (k === i ? { ...p, ...change } : p)));
  const add = () => {
    let n = parameters.length + 1;
    while (parameters.some((p) => p.name === `value_${n}`)) n++;
    put([...parameters, { name: `value_${n}`, type: 'text' }]);
  };
  return (
    <Setting name="Parameters" summary={parameters.length ? parameters.map((p) => p.name).join(', ') : 'none'}>
      {parameters.map((p, i) => (
        <Box key={i} sx={{ p: 1, bgcolor: color.paper, border: `1px solid ${color.line}`, borderRadius: 1, lineHeight: 1.8 }}>
          Ask for <Blank label="Parameter name" typed={p.name} onPick={(name) => set(i, { name: name.trim() })}>{`:${p.name}`}</Blank>,{' '}
          <Blank label="Type" choices={types} onPick={(type) => set(i, { type: type as DataType })}>{types.find((t) => t.value === p.type)?.label ?? p.type}</Blank>, which{' '}
          <Blank label="Needed" choices={[{ value: 'needed', label: 'must be given' }, { value: '', label: 'may stay empty' }]} onPick={(v) => set(i, { required: v === 'needed' })}>{p.required ? 'must be given' : 'may stay empty'}</Blank>{' '}
          and is set by <Blank label="Set by" choices={[{ value: 'reader', label: 'readers and links' }, { value: 'nobody', label: 'nobody' }]} onPick={(v) => set(i, { setBy: v as Parameter['setBy'] })}>{p.setBy === 'nobody' ? 'nobody' : 'readers and links'}</Blank>.
          <Box sx={{ display: 'grid', gap: 1, mt: 1 }}>
            <TextSetting label="Label" value={p.label ?? ''} placeholder={p.name} onCommit={(label) => set(i, { label: label || null })} />
            <TextSetting label="Default, an expression" value={p.default ?? ''} placeholder="CURRENT_DATE" onCommit={(v) => set(i, { default: v || null })} />
          </Box>
          <Button size="small" color="inherit" onClick={() => put(parameters.filter((_, k) => k !== i))}>Remove</Button>
        </Box>
      ))}
      <Button variant="outlined" onClick={add}>Add a parameter</Button>
    </Setting>
  );
}
