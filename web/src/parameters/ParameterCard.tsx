import Box from '@mui/material/Box';
import { StayButton } from '../shell/StayButton';
import Button from '@mui/material/Button';
import { useSnackbar } from 'notistack';
import type { DataType, InitialChoice, Parameter, ParameterShape, Problem, SetBy } from '../api/generated';
import { api } from '../api/client';
import { useNames } from '../code/useNames';
import { Blank, type Choice } from '../sentence/Blank';
import { TextSetting } from '../sentence/TextSetting';
import { color } from '../theme/tokens';
import { caption } from '../shell/caption';
import { describeChoices, fieldOf, listOf, type Around } from './parameterChoices';
import { midSentence } from '../shell/midSentence';

const types: { value: DataType; label: string }[] = [
  { value: 'text', label: 'a text' },
  { value: 'date', label: 'a date' },
  { value: 'dateTime', label: 'a date and time' },
  { value: 'whole', label: 'a whole number' },
  { value: 'decimal', label: 'a decimal number' },
  { value: 'bool', label: 'yes or no' },
];
const shapes: { value: ParameterShape; label: string }[] = [
  { value: 'single', label: 'one value' },
  { value: 'several', label: 'one or several values' },
  { value: 'period', label: 'a period' },
];
const setters: { value: SetBy; label: string }[] = [
  { value: 'reader', label: 'readers and links' },
  { value: 'link', label: 'links alone' },
  { value: 'nobody', label: 'nobody' },
];

const initials = { '': 'the default', first: 'the first of them', last: 'the last of them' };

interface Props {
  parameter: Parameter;
  /** The other parameters, and the datasets that choices can come from. */
  around: Around;
  problems: Problem[];
  onChange: (change: Partial<Parameter>) => void;
  onRemove: () => void;
  onUp?: () => void;
  onDown?: () => void;
}

/** One parameter as sentences with blanks. */
export function ParameterCard({ parameter: p, around: definition, problems: all, onChange, onRemove, onUp, onDown }: Props) {
  const { enqueueSnackbar } = useSnackbar();
  const shape = p.shape ?? 'single';
  const setBy = p.setBy ?? 'reader';
  const problems = all.filter((q) => q.place === p.name && ['default', 'defaultEnd', 'choices', 'name', 'type'].includes(q.property ?? ''));
  const fields: Choice[] = (definition.datasets ?? []).flatMap((d) =>
    (d.fields ?? [])
      .filter((f) => f.type === p.type)
      .map((f) => ({ value: `field ${d.id} ${f.name}`, label: `from ${midSentence(caption(f))} of ${d.name}` })),
  );
  const chosen = p.choices?.type === 'dataset' ? p.choices : undefined;
  const written = useNames(definition.datasets?.find((d) => d.id === chosen?.dataset)?.fields ?? []);
  const propose = async (field: { dataset: string; name: string }) => {
    const dataset = definition.datasets!.find((d) => d.id === field.dataset)!;
    try {
      const choices = await api.fieldChoices({
        parameters: definition.parameters ?? [],
        parameter: p.name,
        dataset,
        field: field.name,
        unfiltered: definition.unfiltered,
      });
      onChange({ choices: { ...choices, type: 'dataset' } });
    } catch (error) {
      enqueueSnackbar((error as Error).message, { variant: 'error' });
    }
  };
  const setChoices = (picked: string) => {
    const field = fieldOf(picked);
    if (picked === '') onChange({ choices: null });
    else if (field) void propose(field);
    else onChange({ choices: { type: 'fixed', values: listOf(picked) } });
  };
  const setShape = (next: ParameterShape) =>
    onChange(next === 'period' ? { shape: next, type: 'date', choices: null } : { shape: next, defaultEnd: null });
  return (
    <Box
      sx={{ p: 1, bgcolor: color.paper, border: `1px solid ${color.line}`, borderRadius: 1, lineHeight: 1.8 }}
      data-parameter-card={p.name}
    >
      Ask for <Blank label="Parameter name" typed={p.name} onPick={(name) => onChange({ name: name.trim() })}>{`:${p.name}`}</Blank>,{' '}
      <Blank label="How many" choices={shapes} onPick={(v) => setShape(v as ParameterShape)}>
        {shapes.find((s) => s.value === shape)!.label}
      </Blank>
      {shape !== 'period' && (
        <>
          ,{' '}
          <Blank label="Type" choices={types} onPick={(type) => onChange({ type: type as DataType })}>
            {types.find((t) => t.value === p.type)?.label ?? p.type}
          </Blank>
        </>
      )}
      , which{' '}
      <Blank
        label="Needed"
        choices={[
          { value: 'needed', label: 'must be given' },
          { value: '', label: 'may stay empty' },
        ]}
        onPick={(v) => onChange({ required: v === 'needed' })}
      >
        {p.required ? 'must be given' : 'may stay empty'}
      </Blank>{' '}
      and is set by{' '}
      <Blank label="Set by" choices={setters} onPick={(v) => onChange({ setBy: v as SetBy })}>
        {setters.find((s) => s.value === setBy)!.label}
      </Blank>
      {setBy !== 'reader' && (
        <>
          {' '}
          and{' '}
          <Blank
            label="Shown"
            choices={[
              { value: '', label: 'shown to readers' },
              { value: 'hidden', label: 'hidden from readers' },
            ]}
            onPick={(v) => onChange({ hidden: v === 'hidden' })}
          >
            {p.hidden ? 'hidden from readers' : 'shown to readers'}
          </Blank>
        </>
      )}
      .
      {shape !== 'period' && p.type !== 'bool' && (
        <>
          {' '}
          It is{' '}
          <Blank
            label="Chosen from"
            choices={[{ value: '', label: 'typed freely' }, ...fields]}
            typed={
              p.choices?.type === 'fixed'
                ? (p.choices.values ?? []).map((c) => (c.label ? `${c.value} = ${c.label}` : c.value)).join('\n')
                : ''
            }
            onPick={setChoices}
          >
            {describeChoices(definition, p, written)}
          </Blank>
          {chosen && (
            <>
              , offering{' '}
              <Blank
                label="Which of them"
                typed={chosen.filter ?? ''}
                onPick={(filter) => onChange({ choices: { ...chosen, filter: filter.trim() || null } })}
              >
                {chosen.filter ? `those where ${chosen.filter}` : 'all of them'}
              </Blank>
              , beginning with{' '}
              <Blank
                label="Initial choice"
                choices={Object.entries(initials).map(([value, label]) => ({ value, label }))}
                onPick={(v) => onChange({ choices: { ...chosen, initial: (v || null) as InitialChoice | null } })}
              >
                {initials[chosen.initial ?? '']}
              </Blank>
            </>
          )}
          .
        </>
      )}{' '}
      A choice of all of them is{' '}
      <Blank
        label="Every one"
        typed={p.every ?? `every ${(p.label ?? p.name).toLowerCase()}`}
        onPick={(every) => onChange({ every: every.trim() || null, ...(every.trim() || p.default !== '*' ? {} : { default: null }) })}
      >
        {p.every ? `offered as “${p.every}”` : 'not offered'}
      </Blank>
      .
      <Box sx={{ display: 'grid', gap: 1, mt: 1 }}>
        <TextSetting label="Label" value={p.label ?? ''} placeholder={p.name} onCommit={(label) => onChange({ label: label || null })} />
        <TextSetting label="Help for readers" value={p.help ?? ''} onCommit={(help) => onChange({ help: help || null })} />
        <TextSetting
          label={
            shape === 'period' ? 'First day by default, an expression' : `Default, an expression${p.every ? ', or * for every one' : ''}`
          }
          value={p.default ?? ''}
          placeholder={shape === 'period' ? ":to - INTERVAL '1' YEAR" : p.type === 'date' ? 'CURRENT_DATE' : ''}
          onCommit={(v) => onChange({ default: v || null })}
        />
        {shape === 'period' && (
          <TextSetting
            label="Last day by default, an expression"
            value={p.defaultEnd ?? ''}
            placeholder="CURRENT_DATE"
            onCommit={(v) => onChange({ defaultEnd: v || null })}
          />
        )}
      </Box>
      {problems.map((q, i) => (
        <Box key={i} role="alert" sx={{ mt: 1, px: 1, borderRadius: 1, bgcolor: color.problemTint }}>
          {q.message} <b>{q.mends?.join(' ')}</b>
        </Box>
      ))}
      <Box sx={{ display: 'flex', gap: 0.5, mt: 0.5 }}>
        <StayButton size="small" color="inherit" disabled={!onUp} onClick={onUp} aria-label={`Move ${p.name} up`}>
          ↑
        </StayButton>
        <StayButton size="small" color="inherit" disabled={!onDown} onClick={onDown} aria-label={`Move ${p.name} down`}>
          ↓
        </StayButton>
        <Button size="small" color="inherit" onClick={onRemove} sx={{ ml: 'auto' }}>
          Remove
        </Button>
      </Box>
    </Box>
  );
}
