import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Sentence } from '../../../sentence/Sentence';
import { Setting } from '../../../sentence/Setting';
import { useCompose } from '../../store/composeStore';
import { findElement, partOf } from '../../document/definition';
import { copied, pasted } from '../../store/useClipboard';
import { giveLook } from '../../store/edits';
import { arrangementsOf, freeOnes, selectedIds } from '../../store/selected';
import { PanelHead } from '../parts/PanelHead';
import { RemoveButton } from '../parts/RemoveButton';

/** Several elements at once. */
export function ManyPanel() {
  const { definition, selection, edit } = useCompose('definition', 'selection', 'edit');
  if (!definition) return null;
  const ids = selectedIds(selection);
  const free = freeOnes(definition, selection);
  const arrangements = arrangementsOf(definition, selection);
  const groups = [...new Set(arrangements.map((a) => a.group))];
  const part = partOf(definition, ids[0])?.id;
  const look = findElement(definition, ids[0])?.element.style ?? null;
  return (
    <>
      <PanelHead>{`${ids.length} elements`}</PanelHead>
      <Sentence>
        Drag one of them, or use the arrow keys, to move them together; Shift with a click takes one more, or leaves one out.
      </Sentence>
      {groups.length > 0 ? (
        groups.map((name) => (
          <Setting key={name} name={name} summary="" isOpen>
            <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap' }}>
              {arrangements
                .filter((a) => a.group === name)
                .map(({ how, button, places }) => (
                  <Button key={how} size="small" variant="outlined" onClick={() => void edit({ type: 'arrange', places: places() })}>
                    {button}
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
        <Button variant="outlined" onClick={() => void edit(...giveLook(ids.slice(1), look))}>
          Give all the look of the first
        </Button>
        {part && free.length > 0 && (
          <Button variant="outlined" onClick={() => void edit(pasted(copied(definition, selection), { in: part }))}>
            Duplicate
          </Button>
        )}
        <RemoveButton ids={ids}>Remove them</RemoveButton>
      </Box>
    </>
  );
}
