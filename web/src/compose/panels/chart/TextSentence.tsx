import type { ChartText, Style } from '../../../api/generated';
import { ColourBlank } from '../../../sentence/ColourBlank';
import { Sentence } from '../../../sentence/Sentence';
import { TextSetting } from '../../../sentence/TextSetting';
import { aligns, fonts, textShown, textSides, uprightAligns, weights } from '../../document/choices';
import { NumberBlank, PickBlank } from '../parts/PickBlank';
import { midSentence } from '../../../shell/midSentence';

interface Props {
  /** “Title”. */
  name: string;
  text: ChartText;
  /** What stands there while the author leaves it open. */
  automatic: string;
  onChange: (text: ChartText) => void;
}

/** One text around a chart: what it says, whether it is printed, where it stands and how it looks. Empty words are automatic. */
export function TextSentence({ name, text, automatic, onChange }: Props) {
  const isUpright = text.side === 'left' || text.side === 'right';
  const label = (what: string) => `${what} of the ${midSentence(name)}`;
  return (
    <>
      <TextSetting
        label={name}
        value={text.text ?? ''}
        placeholder={text.shown === 'never' ? 'never printed' : automatic}
        multiline
        onCommit={(words) => onChange({ ...text, text: words || null, shown: words && text.shown === 'never' ? 'automatic' : text.shown })}
      />
      <Sentence>
        It is printed{' '}
        <PickBlank
          label={`${name} shown`}
          list={textShown}
          value={text.shown ?? 'automatic'}
          onPick={(shown) => onChange({ ...text, shown })}
        />
        {text.shown !== 'never' && (
          <>
            {' '}
            <PickBlank
              label={label('Side')}
              list={textSides}
              value={text.side ?? 'automatic'}
              onPick={(side) => onChange({ ...text, side })}
            />
            ,{' '}
            <PickBlank
              label={label('Alignment')}
              list={isUpright ? uprightAligns : aligns}
              value={text.style?.align ?? 'centre'}
              onPick={(align) => onChange({ ...text, style: { ...text.style, align } })}
            />
            , in{' '}
            <FontBlanks
              name={name}
              style={text.style ?? {}}
              onChange={(style) => onChange({ ...text, style: { ...text.style, ...style } })}
            />
          </>
        )}
        .
      </Sentence>
    </>
  );
}

/** Font, size, weight and colour, in a sentence. */
export function FontBlanks({ name, style, onChange }: { name: string; style: Style; onChange: (change: Partial<Style>) => void }) {
  const label = (what: string) => `${what} of the ${midSentence(name)}`;
  const weight = style.bold && style.italic ? 'both' : style.italic ? 'italic' : style.bold ? 'bold' : style.bold === false ? 'plain' : '';
  return (
    <>
      <PickBlank
        label={label('Font')}
        list={fonts}
        value={(style.font ?? '') as string}
        onPick={(font) => onChange({ font: (font || null) as Style['font'] })}
      />
      ,{' '}
      <NumberBlank
        label={label('Size')}
        value={style.size}
        automatic="as large as usual"
        onPick={(size) => onChange({ size: size === null ? null : Math.min(72, Math.max(4, size)) })}
      />
      ,{' '}
      <PickBlank
        label={label('Weight')}
        list={weights}
        value={weight as string}
        onPick={(w) =>
          onChange({
            bold: w === 'bold' || w === 'both' ? true : w === 'plain' ? false : null,
            italic: w === 'italic' || w === 'both' ? true : null,
          })
        }
      />
      , in <ColourBlank label={label('Colour')} value={style.color} none="its usual colour" onPick={(c) => onChange({ color: c })} />
    </>
  );
}
