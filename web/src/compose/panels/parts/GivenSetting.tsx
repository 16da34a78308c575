import Box from '@mui/material/Box';
import type { Style } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { Setting } from '../../../sentence/Setting';
import { count } from '../../../shell/count';

/** The settings that an expression can give, and an example of one. */
const settings: { name: string; label: string; example: string }[] = [
  { name: 'color', label: 'colour', example: "CASE WHEN 1 = 1 THEN '#B3261E' END" },
  { name: 'background', label: 'background', example: "CASE WHEN 1 = 1 THEN '#E1EDEB' END" },
  { name: 'bold', label: 'boldness', example: 'TRUE' },
  { name: 'italic', label: 'slant', example: 'TRUE' },
  { name: 'size', label: 'size in points', example: '12' },
  { name: 'font', label: 'font', example: "'serif'" },
  { name: 'align', label: 'side', example: "'right'" },
  { name: 'turn', label: 'turn in degrees', example: '-45' },
  { name: 'borderColor', label: 'colour of the border', example: "'#0B5D5B'" },
];

/** Settings of a look whose values are worked out. */
export function GivenSetting({ by, onChange }: { by: Style['by']; onChange: (by: NonNullable<Style['by']>) => void }) {
  const given = by ?? {};
  const open = settings.filter((s) => !(s.name in given));
  const without = (name: string) => Object.fromEntries(Object.entries(given).filter(([key]) => key !== name));
  return (
    <Setting name="Look worked out" summary={Object.keys(given).length === 0 ? 'nothing' : count(Object.keys(given).length, 'setting')}>
      {settings
        .filter((s) => s.name in given)
        .map((s) => (
          <Sentence key={s.name}>
            {`Its ${s.label} is `}
            <Blank
              label={`Expression for the ${s.label}`}
              expression="group"
              typed={given[s.name]}
              choices={[{ value: '', label: 'not worked out' }]}
              onPick={(v) => onChange(v.trim() ? { ...given, [s.name]: v.trim() } : without(s.name))}
            >
              {given[s.name]}
            </Blank>
            .
          </Sentence>
        ))}
      {open.length > 0 && (
        <Box>
          <Blank
            label="Work a setting out"
            choices={open.map((s) => ({ value: s.name, label: `the ${s.label}` }))}
            onPick={(name) => onChange({ ...given, [name]: settings.find((s) => s.name === name)!.example })}
          >
            work a setting out…
          </Blank>
        </Box>
      )}
    </Setting>
  );
}
