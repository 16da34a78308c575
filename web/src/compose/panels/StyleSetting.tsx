import Box from '@mui/material/Box';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import type { Alignment, Element, Style } from '../../api/generated';
import { Setting } from '../../sentence/Setting';
import { TextSetting } from '../../sentence/TextSetting';
import { useCompose } from '../composeStore';
import { findElement } from '../definition';

/** Size, weight, colour and alignment of a text. What is left empty follows the look of the report. */
export function StyleSetting({ element }: { element: Element }) {
  const { edit } = useCompose('edit');
  const style = element.style ?? {};
  const set = (change: Partial<Style>) =>
    void edit((now) => {
      const newest = findElement(now, element.id)?.element;
      return newest && { type: 'replace', item: { kind: 'element', element: { ...newest, style: { ...newest.style, ...change } } } };
    });
  const summary =
    [style.size && `${style.size} pt`, style.bold && 'bold', style.italic && 'italic', style.color, style.align]
      .filter(Boolean)
      .join(', ') || 'as the look has it';
  return (
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
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
        <TextSetting
          label="Size, points"
          value={style.size ? String(style.size) : ''}
          placeholder="as it is"
          onCommit={(v) => {
            const size = Number(v.replace(',', '.'));
            if (v === '' || size >= 4) set({ size: v === '' ? null : size });
          }}
        />
        <TextSetting label="Colour" value={style.color ?? ''} placeholder="#1F2A30" onCommit={(v) => set({ color: v === '' ? null : v })} />
      </Box>
    </Setting>
  );
}
