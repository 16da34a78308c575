import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { CarriedLook, FontFamily, ReportDefinition, ReportLook } from '../../../api/generated';
import { listLooksQueryKey } from '../../../api/generated/@tanstack/react-query.gen';
import { api } from '../../../api/client';
import { Blank } from '../../../sentence/Blank';
import { ColourBlank } from '../../../sentence/ColourBlank';
import { Sentence } from '../../../sentence/Sentence';
import { TextSetting } from '../../../sentence/TextSetting';
import { color } from '../../../theme/tokens';
import { useCompose } from '../../store/composeStore';
import { chosenImage } from '../../document/chosenFile';
import { FileButton } from '../parts/FileButton';
import { letters } from '../../document/letters';

const spaces = [
  { value: '-2', label: 'close together' },
  { value: '0', label: 'in their usual distance' },
  { value: '4', label: 'a little apart' },
  { value: '10', label: 'far apart' },
];
const scales = [0.8, 0.9, 1, 1.1, 1.2, 1.4].map((n) => ({ value: String(n), label: `${Math.round(n * 100)}% as large` }));

/** Changes the look of the report, and keeps it by a name for others. */
export function OwnLook({ look, definition }: { look: ReportLook; definition: ReportDefinition }) {
  const { edit } = useCompose('edit');
  const client = useQueryClient();
  const [failure, setFailure] = useState('');
  const own = { ...look, id: '', name: definition.ownLook ? look.name : 'My look' };
  const set = (change: Partial<ReportLook>) => void edit({ type: 'setReportLook', own: { ...own, ...change } });
  const level = (i: number, picked: string | null) => set({ levels: look.levels.map((c, k) => (k === i && picked ? picked : c)) });
  const tint = (words: string, of: 'title' | 'ink' | 'muted') => (
    <ColourBlank label={`Colour of ${words}`} value={look[of]} none="ink" onPick={(c) => c && set({ [of]: c })} />
  );
  const logo = definition.images?.find((image) => image.id === look.logo);
  const keep = async (name: string) => {
    const carried: CarriedLook = { look: { ...own, name: name.trim() }, logo };
    try {
      client.setQueryData(listLooksQueryKey(), await api.keepReportLook(carried));
      setFailure('');
      if (name.trim() !== look.name) set({ name: name.trim() });
    } catch (error) {
      setFailure((error as Error).message);
    }
  };
  return (
    <>
      <Sentence>
        Write it in{' '}
        <Blank label="Letters of the look" choices={letters} onPick={(v) => set({ font: v as FontFamily })}>
          {letters.find((l) => l.value === look.font)!.label}
        </Blank>
        ,{' '}
        <Blank
          label="Size of the look"
          choices={scales}
          typed={String(Math.round(look.scale * 100))}
          typing="Another size, percent…"
          onPick={(v) => {
            const scale = Number(v) > 3 ? Number(v) / 100 : Number(v);
            if (scale >= 0.5 && scale <= 3) set({ scale });
          }}
        >
          {`${Math.round(look.scale * 100)}% as large`}
        </Blank>
        , rows{' '}
        <Blank label="Distance of rows" choices={spaces} onPick={(v) => set({ rowSpace: Number(v) })}>
          {spaces.find((s) => Number(s.value) === (look.rowSpace ?? 0))?.label ?? `${look.rowSpace} pt apart`}
        </Blank>
        ; titles in {tint('titles', 'title')}, texts in {tint('texts', 'ink')}, notes in {tint('notes', 'muted')}, levels in{' '}
        {look.levels.map((tone, i) => (
          <span key={i}>
            {i > 0 && ', '}
            <ColourBlank label={`Colour of level ${i + 1}`} value={tone} none="ink" onPick={(c) => level(i, c)} />
          </span>
        ))}
        .
      </Sentence>
      <TextSetting
        label="In the upper margin of each page"
        value={look.header ?? ''}
        placeholder="nothing"
        onCommit={(header) => set({ header: header.trim() || null })}
      />
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'center' }}>
        <FileButton
          onFile={(file) =>
            void chosenImage(file).then((given) => edit({ type: 'setReportLook', own: { ...own, logo: null }, logo: given }))
          }
        >
          {look.logo ? 'Another logo…' : 'A logo…'}
        </FileButton>
        {look.logo && (
          <Button size="small" color="inherit" onClick={() => set({ logo: null })}>
            Without it
          </Button>
        )}
      </Box>
      <Sentence>
        Other reports can wear it once you{' '}
        <Blank
          label="Name of the look"
          typed={definition.ownLook ? look.name : ''}
          onPick={(name) => {
            if (name.trim()) void keep(name);
          }}
        >
          keep it by a name
        </Blank>
        .
      </Sentence>
      {failure && (
        <Box role="alert" sx={{ p: 1, borderRadius: 1, bgcolor: color.problemTint }}>
          {failure}
        </Box>
      )}
    </>
  );
}
