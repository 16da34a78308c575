import Box from '@mui/material/Box';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import type { Alignment, Element, FontFamily, Style } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { ColourBlank } from '../../../sentence/ColourBlank';
import { Sentence } from '../../../sentence/Sentence';
import { Setting } from '../../../sentence/Setting';
import { useCompose } from '../../store/composeStore';
import { findElement } from '../../document/definition';
import { BorderSentence } from './BorderSentence';
import { GivenSetting } from './GivenSetting';
import { letters, sizes } from '../../document/letters';
import { RulesSetting } from './RulesSetting';
import { ScaleSentence } from './ScaleSentence';

const points = (text: string) => Number(text.replace(',', '.').replace('pt', ''));

/** The look of a text, always and under conditions. What is left open follows the look of the report. */
export function StyleSetting({ element }: { element: Element }) {
  const { edit } = useCompose('edit');
  const style = element.style ?? {};
  const set = (change: Partial<Style>) =>
    void edit((now) => {
      const newest = findElement(now, element.id)?.element;
      return newest && { type: 'replace', item: { kind: 'element', element: { ...newest, style: { ...newest.style, ...change } } } };
    });
  const summary =
    [
      style.size && `${style.size} pt`,
      style.bold && 'bold',
      style.italic && 'italic',
      style.color,
      style.align,
      style.background && 'on a colour',
      style.border && 'with lines',
      style.turn && `turned by ${style.turn}°`,
    ]
      .filter(Boolean)
      .join(', ') || 'that of the report';
  return (
    <>
      <Setting name="Look" summary={summary}>
        <Box sx={{ display: 'flex', gap: 1 }}>
          <ToggleButtonGroup
            size="small"
            aria-label="Weight and slant"
            value={[style.bold && 'bold', style.italic && 'italic'].filter(Boolean)}
            onChange={(_, on: string[]) =>
              set({ bold: on.includes('bold') || (style.bold ? false : null), italic: on.includes('italic') || null })
            }
          >
            <ToggleButton value="bold" aria-label="Bold">
              <b>B</b>
            </ToggleButton>
            <ToggleButton value="italic" aria-label="Italic">
              <i>I</i>
            </ToggleButton>
          </ToggleButtonGroup>
          <ToggleButtonGroup
            size="small"
            exclusive
            aria-label="Alignment"
            value={style.align ?? ''}
            onChange={(_, align: Alignment | null) => set({ align })}
          >
            <ToggleButton value="left">left</ToggleButton>
            <ToggleButton value="centre">centre</ToggleButton>
            <ToggleButton value="right">right</ToggleButton>
          </ToggleButtonGroup>
        </Box>
        <Sentence>
          Write it{' '}
          <Blank
            label="Size"
            choices={[{ value: '', label: 'in its usual size' }, ...sizes.map(sizeChoice)]}
            typed={String(style.size ?? '')}
            typing="Another size, points…"
            onPick={(v) => (v.trim() === '' || (points(v) >= 4 && points(v) <= 72)) && set({ size: v.trim() === '' ? null : points(v) })}
          >
            {style.size ? `in ${style.size} pt` : 'in its usual size'}
          </Blank>
          ,{' '}
          <Blank label="Font" choices={fonts} onPick={(v) => set({ font: (v || null) as FontFamily | null })}>
            {fonts.find((f) => f.value === (style.font ?? ''))?.label ?? 'in the usual letters'}
          </Blank>
          , <ColourBlank label="Colour" value={style.color} none="in its usual colour" onPick={(color) => set({ color })} />, on{' '}
          <ColourBlank label="Background" value={style.background} none="no colour" onPick={(background) => set({ background })} />,{' '}
          <Blank
            label="Padding"
            choices={[0, 2, 4, 8].map((n) => ({ value: String(n), label: paddingWords(n) }))}
            typed={String(style.padding ?? 0)}
            onPick={(v) => points(v) >= 0 && points(v) <= 100 && set({ padding: points(v) || null })}
          >
            {paddingWords(style.padding ?? 0)}
          </Blank>
          ,{' '}
          <Blank
            label="Turned"
            choices={[0, -90, 90, -45].map((n) => ({ value: String(n), label: turnWords(n) }))}
            typed={String(style.turn ?? 0)}
            typing="By another angle, degrees…"
            onPick={(v) => points(v) >= -360 && points(v) <= 360 && set({ turn: points(v) || null })}
          >
            {turnWords(style.turn ?? 0)}
          </Blank>
          ,{' '}
          <Blank
            label="Lines"
            choices={[
              { value: '', label: 'on as many lines as suit it' },
              { value: 'one', label: 'on one line', hint: 'set smaller where it has to be' },
              { value: 'more', label: 'on as many lines as it needs' },
            ]}
            onPick={(v) => set({ wrap: v === '' ? null : v === 'more' })}
          >
            {style.wrap === true ? 'on as many lines as it needs' : style.wrap === false ? 'on one line' : 'on as many lines as suit it'}
          </Blank>
          , with <BorderSentence border={style.border ?? null} onChange={(border) => set({ border })} />.
        </Sentence>
        {(element.type === 'cell' || element.type === 'total') && (
          <ScaleSentence scale={style.scale ?? null} isOfRow={element.type === 'cell'} onChange={(scale) => set({ scale })} />
        )}
      </Setting>
      <GivenSetting by={style.by} onChange={(by) => set({ by })} />
      <RulesSetting element={element} rules={style.rules ?? []} onChange={(rules) => set({ rules })} />
    </>
  );
}

const sizeChoice = (n: number) => ({ value: String(n), label: `${n} pt` });

const fonts = [{ value: '', label: 'in the usual letters' }, ...letters.map((l) => ({ ...l, label: `in ${l.label}` }))];

const paddingWords = (padding: number) => (padding > 0 ? `${padding} pt from its sides` : 'up to its sides');

const turnWords = (turn: number) => (turn ? `turned by ${turn}°` : 'upright');
