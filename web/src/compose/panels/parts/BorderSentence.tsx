import type { Border, FrameSide } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { ColourBlank } from '../../../sentence/ColourBlank';

const places: { value: string; label: string; sides: FrameSide[] }[] = [
  { value: 'none', label: 'no lines', sides: [] },
  { value: 'around', label: 'lines all around', sides: [] },
  { value: 'bottom', label: 'a line below', sides: ['bottom'] },
  { value: 'top', label: 'a line above', sides: ['top'] },
  { value: 'both', label: 'lines above and below', sides: ['top', 'bottom'] },
  { value: 'left', label: 'a line at the left', sides: ['left'] },
  { value: 'right', label: 'a line at the right', sides: ['right'] },
];

/** The lines at the edges of a text, as the end of a sentence. */
export function BorderSentence({ border, onChange }: { border: Border | null; onChange: (border: Border | null) => void }) {
  const sides = [...(border?.sides ?? [])].sort().join();
  const place = border ? (places.slice(1).find((p) => [...p.sides].sort().join() === sides) ?? places[1]) : places[0];
  return (
    <>
      <Blank
        label="Lines"
        choices={places}
        onPick={(v) => {
          const picked = places.find((p) => p.value === v)!;
          onChange(v === 'none' ? null : { color: '#8A9095', thickness: 0.75, ...border, sides: picked.sides });
        }}
      >
        {place.label}
      </Blank>
      {border && (
        <>
          {' '}
          in{' '}
          <ColourBlank
            label="Colour of the lines"
            value={border.color}
            none="grey"
            onPick={(color) => onChange({ ...border, color: color ?? '#8A9095' })}
          />
          ,{' '}
          <Blank
            label="Thickness of the lines"
            choices={['0.5', '0.75', '1', '1.5', '3'].map((n) => ({ value: n, label: `${n} pt` }))}
            typed={String(border.thickness ?? 0.75)}
            onPick={(v) => {
              const thickness = Number(v.replace(',', '.'));
              if (thickness >= 0 && thickness <= 100) onChange({ ...border, thickness });
            }}
          >
            {`${border.thickness ?? 0.75} pt`}
          </Blank>
        </>
      )}
    </>
  );
}
