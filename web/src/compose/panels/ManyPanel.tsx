import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Sentence } from '../../sentence/Sentence';
import { Setting } from '../../sentence/Setting';
import { arranged, type Arrangement } from '../arranging';
import { useCompose } from '../composeStore';
import { findElement, partOf } from '../definition';
import { copied, pasted } from '../useClipboard';
import { freeOnes, selectedIds } from '../selected';
import { PanelHead } from './PanelHead';

const ways: { name: string; all: [Arrangement, string][] }[] = [
  {
    name: 'Align',
    all: [
      ['left', 'Left edges'],
      ['centre', 'Centres'],
      ['right', 'Right edges'],
      ['top', 'Upper edges'],
      ['middle', 'Middles'],
      ['bottom', 'Lower edges'],
    ],
  },
  {
    name: 'Spread evenly',
    all: [
      ['across', 'From left to right'],
      ['down', 'From top to bottom'],
    ],
  },
  {
    name: 'Same size as the first',
    all: [
      ['width', 'Width'],
      ['height', 'Height'],
    ],
  },
];

/** Several elements at once. */
export function ManyPanel() {
  const { definition, selection, edit, select } = useCompose('definition', 'selection', 'edit', 'select');
  if (!definition) return null;
  const ids = selectedIds(selection);
  const free = freeOnes(definition, selection);
  // Heights are counted from the top of a part, so only what stands in one can be arranged.
  const inOnePart = new Set(free.map((e) => partOf(definition, e.id)?.id)).size === 1;
  const part = partOf(definition, ids[0])?.id;
  const look = findElement(definition, ids[0])?.element.style ?? null;
  return (
    <>
      <PanelHead>{`${ids.length} elements`}</PanelHead>
      <Sentence>
        Drag one of them, or use the arrow keys, to move them together; Shift with a click takes one more, or leaves one out.
      </Sentence>
      {free.length > 1 && inOnePart ? (
        ways.map(({ name, all }) => (
          <Setting key={name} name={name} summary="" isOpen>
            <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap' }}>
              {all.map(([how, words]) => (
                <Button
                  key={how}
                  size="small"
                  variant="outlined"
                  onClick={() => void edit({ type: 'arrange', places: arranged(free, how) })}
                >
                  {words}
                </Button>
              ))}
            </Box>
          </Setting>
        ))
      ) : (
        <Box sx={{ mb: 1.5, color: 'text.secondary' }}>
          What stands in one band at places of its own can be aligned and spread; columns arrange themselves.
        </Box>
      )}
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mt: 1.5 }}>
        <Button
          variant="outlined"
          onClick={() =>
            void edit(
              ...ids.slice(1).map((id) => (now: typeof definition) => {
                const element = findElement(now, id)?.element;
                return element && ({ type: 'replace', item: { kind: 'element', element: { ...element, style: look } } } as const);
              }),
            )
          }
        >
          Give all the look of the first
        </Button>
        {part && free.length > 0 && (
          <Button variant="outlined" onClick={() => void edit(pasted(copied(definition, selection), part))}>
            Duplicate
          </Button>
        )}
        <Button
          color="inherit"
          onClick={() => {
            void edit({ type: 'remove', ids });
            select({ kind: 'report' });
          }}
        >
          Remove them
        </Button>
      </Box>
    </>
  );
}
