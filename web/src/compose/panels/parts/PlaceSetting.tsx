import Box from '@mui/material/Box';
import type { Element } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { Setting } from '../../../sentence/Setting';
import { TextSetting } from '../../../sentence/TextSetting';
import { useCompose } from '../../store/composeStore';
import { millimetres, pointsOf } from '../../document/millimetres';

const lengths = [
  { name: 'x', label: 'From the left, mm' },
  { name: 'y', label: 'From the top of the band, mm' },
  { name: 'width', label: 'Width, mm' },
  { name: 'height', label: 'Height, mm' },
] as const;

/** Where an element with a place of its own stands, and how large it is. */
export function PlaceSetting({ element }: { element: Element }) {
  const { edit, setElement } = useCompose('edit', 'setElement');
  if (element.column) return null;
  const mm = (name: (typeof lengths)[number]['name']) => millimetres(element[name] ?? (name === 'height' ? 16 : 0));
  return (
    <Setting
      name="Place and size"
      summary={`${mm('width')} × ${mm('height')} mm at ${mm('x')}, ${mm('y')}${element.locked ? ', locked' : ''}`}
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
        {lengths.map(({ name, label }) => (
          <TextSetting
            key={name}
            label={label}
            value={mm(name)}
            onCommit={(text) => {
              const points = pointsOf(Number.parseFloat(text.replace(',', '.')));
              const least = name === 'width' ? 2 : 0;
              if (points >= least && points <= 14400) void edit({ type: 'arrange', places: [{ id: element.id, [name]: points }] });
            }}
          />
        ))}
      </Box>
      <Sentence>
        While one works it{' '}
        <Blank
          label="Moved while one works"
          choices={[
            { value: '', label: 'can be moved' },
            { value: 'locked', label: 'stays where it is', hint: 'locked' },
          ]}
          onPick={(v) => void setElement(element.id, { locked: v === 'locked' })}
        >
          {element.locked ? 'stays where it is' : 'can be moved'}
        </Blank>
        .
      </Sentence>
    </Setting>
  );
}
