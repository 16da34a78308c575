import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Field, Section } from '../../../api/generated';
import { caption } from '../../../shell/caption';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { Setting } from '../../../sentence/Setting';
import { useCompose } from '../../store/composeStore';
import { offeredFields } from '../../document/definition';
import { midSentence } from '../../../shell/midSentence';

/** Fields of one type, of which one can name the parent of the other. */
const pairs = (fields: Field[]) =>
  fields.filter((f) => (f.type === 'whole' || f.type === 'text') && fields.some((o) => o !== f && o.type === f.type));

/** Levels of things that stand above each other, where rows name their parents. */
export function ParentLevels({ section }: { section: Section }) {
  const { definition, edit } = useCompose('definition', 'edit');
  const [chosen, setChosen] = useState<{ field?: string; parent?: string; name?: string; depths: number }>({ depths: 3 });
  if (!definition) return null;
  const fields = offeredFields(definition, section);
  const keys = pairs(fields);
  if (keys.length < 2) return null;
  const own = keys.find((f) => f.name === chosen.field);
  const parents = keys.filter((f) => f !== own && (!own || f.type === own.type));
  const label = (name?: string) => {
    const field = fields.find((f) => f.name === name);
    return field && midSentence(caption(field));
  };
  const choices = (of: Field[]) => of.map((f) => ({ value: f.name, label: midSentence(caption(f)) }));
  return (
    <Setting name="Rows that name their parents" summary="levels of them">
      <Sentence>
        Each row is{' '}
        <Blank label="What a row is" choices={choices(keys)} onPick={(field) => setChosen({ ...chosen, field, parent: undefined })}>
          {label(chosen.field) ?? 'a field…'}
        </Blank>
        , above it stands{' '}
        <Blank label="What stands above it" choices={choices(parents)} onPick={(parent) => setChosen({ ...chosen, parent })}>
          {label(chosen.parent) ?? 'another field…'}
        </Blank>
        , both are called by{' '}
        <Blank
          label="What names it"
          choices={[{ value: '', label: 'themselves' }, ...choices(fields.filter((f) => f.type === 'text'))]}
          onPick={(name) => setChosen({ ...chosen, name: name || undefined })}
        >
          {label(chosen.name) ?? 'themselves'}
        </Blank>
        , grouped{' '}
        <Blank
          label="How deep"
          choices={[1, 2, 3, 4, 5, 6, 7, 8].map((n) => ({ value: String(n), label: `${n} deep` }))}
          onPick={(v) => setChosen({ ...chosen, depths: Number(v) })}
        >
          {`${chosen.depths} deep`}
        </Blank>
        .
      </Sentence>
      <Box>
        <Button
          variant="outlined"
          size="small"
          disabled={!chosen.field || !chosen.parent}
          onClick={() =>
            void edit({
              type: 'addParentLevels',
              section: section.id,
              field: chosen.field!,
              parent: chosen.parent!,
              caption: chosen.name,
              depths: chosen.depths,
            })
          }
        >
          Group the rows so
        </Button>
      </Box>
    </Setting>
  );
}
