import type { ChartLabels, SeriesLook } from '../../../api/generated';
import { ColourBlank } from '../../../sentence/ColourBlank';
import { Sentence } from '../../../sentence/Sentence';
import { TextSetting } from '../../../sentence/TextSetting';
import { dashes, markers } from '../../document/choices';
import { LabelSentence } from './LabelSentence';
import { NumberBlank, PickBlank } from '../parts/PickBlank';

interface Props {
  /** What it is called now. */
  name: string;
  /** The author's own name for it; null while it is automatic. */
  own?: string | null;
  look: SeriesLook;
  /** True if the type draws lines with points. */
  hasPoints: boolean;
  wearsLabels: boolean;
  colors: string[];
  onName: (name: string | null) => void;
  onLook: (look: SeriesLook) => void;
}

/** How one series is called and drawn, and what its marks wear. */
export function SeriesSentence({ name, own, look, hasPoints, wearsLabels, colors, onName, onLook }: Props) {
  const set = (change: Partial<SeriesLook>) => onLook({ ...look, ...change });
  const setLabels = (labels: ChartLabels | null) => set({ labels });
  const label = (what: string) => `${what} of ${name}`;
  return (
    <>
      <TextSetting label={`Name of ${name}`} value={own ?? ''} placeholder={name} onCommit={(text) => onName(text || null)} />
      <Sentence>
        <b>{name}</b> is drawn in{' '}
        <ColourBlank
          label={label('Colour')}
          value={look.color}
          none="the palette’s colour"
          colors={colors}
          onPick={(c) => set({ color: c })}
        />
        , its lines in{' '}
        <ColourBlank
          label={label('Colour of lines')}
          value={look.line}
          none="that colour too"
          colors={colors}
          onPick={(c) => set({ line: c })}
        />
        ,{' '}
        <NumberBlank
          label={label('Width')}
          value={look.lineWidth}
          automatic="as thick as usual"
          written={(n) => `${n} points thick`}
          onPick={(n) => set({ lineWidth: n === null ? null : Math.min(20, Math.max(0.1, n)) })}
        />{' '}
        and <PickBlank label={label('Dashes')} list={dashes} value={look.dash ?? 'solid'} onPick={(dash) => set({ dash })} />
        {hasPoints && (
          <>
            , its points with{' '}
            <PickBlank label={label('Markers')} list={markers} value={look.marker ?? 'automatic'} onPick={(marker) => set({ marker })} />
          </>
        )}
        {wearsLabels && (
          <>
            . Its marks wear{' '}
            <PickBlank
              label={label('Labels')}
              list={[
                { value: '', label: 'what all marks wear' },
                { value: 'own', label: 'labels of their own' },
              ]}
              value={(look.labels ? 'own' : '') as string}
              onPick={(v) => setLabels(v ? (look.labels ?? {}) : null)}
            />
          </>
        )}
        .
      </Sentence>
      {wearsLabels && look.labels && (
        <LabelSentence name={name} labels={look.labels} onChange={(change) => setLabels({ ...look.labels, ...change })} />
      )}
    </>
  );
}
