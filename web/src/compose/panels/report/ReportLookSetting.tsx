import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { listLooksQueryKey, listReportLooksOptions } from '../../../api/generated/@tanstack/react-query.gen';
import { api } from '../../../api/client';
import type { ReportLook } from '../../../api/generated';
import { ChoiceCard } from '../../../sentence/ChoiceCard';
import { Setting } from '../../../sentence/Setting';
import { useCompose } from '../../store/composeStore';
import { useKeptLooks } from '../../document/choices';
import { OwnLook } from './OwnLook';

const families = { sans: 'Noto Sans', serif: 'Noto Serif', mono: 'Noto Sans Mono' };

/** The letters, colours and distances of the whole report; what elements set of their own stays. */
export function ReportLookSetting() {
  const { definition, edit } = useCompose('definition', 'edit');
  const client = useQueryClient();
  const looks = useQuery({ ...listReportLooksOptions(), staleTime: Infinity }).data ?? [];
  const kept = useKeptLooks().reports;
  const [changing, setChanging] = useState(false);
  if (!definition) return null;
  const own = definition.ownLook;
  const shipped = looks.find((l) => l.id === definition.look) ?? looks[0];
  const worn = own ?? shipped;
  const isKept = kept.some((k) => k.look.name === own?.name);
  const forget = (name: string) =>
    api.removeReportLook(name).then(
      (rest) => client.setQueryData(listLooksQueryKey(), rest),
      (error: Error) => useCompose.setState({ failure: error.message }),
    );
  return (
    <Setting name="Look of the report" summary={worn?.name.split(':')[0] ?? ''}>
      <Box role="radiogroup" aria-label="Look of the report" sx={{ display: 'grid', gap: 0.5 }}>
        {looks.map((look) => (
          <ChoiceCard
            key={look.id}
            isChosen={!own && look === shipped}
            onChoose={() => void edit({ type: 'setReportLook', look: look === looks[0] ? null : look.id })}
          >
            <LookCard look={look} />
          </ChoiceCard>
        ))}
        {kept.map(({ look, logo }) => (
          <ChoiceCard
            key={look.name}
            isChosen={own?.name === look.name}
            onChoose={() =>
              void edit({ type: 'setReportLook', own: { ...look, logo: null }, logo: logo && { name: logo.name, data: logo.data } })
            }
          >
            <LookCard look={look} />
          </ChoiceCard>
        ))}
        {own && !isKept && (
          <ChoiceCard isChosen onChoose={() => undefined}>
            <LookCard look={{ ...own, name: `${own.name}: of this report alone` }} />
          </ChoiceCard>
        )}
      </Box>
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button size="small" variant="outlined" aria-expanded={changing} onClick={() => setChanging(!changing)}>
          Change this look…
        </Button>
        {own && isKept && (
          <Button size="small" color="inherit" onClick={() => void forget(own.name)}>
            {`Forget “${own.name}”`}
          </Button>
        )}
      </Box>
      {changing && worn && <OwnLook look={worn} definition={definition} />}
    </Setting>
  );
}

function LookCard({ look }: { look: ReportLook }) {
  const [name, words] = look.name.split(': ');
  return (
    <>
      <Box
        component="span"
        sx={{ display: 'block', fontWeight: 700 }}
        style={{ color: look.title, fontFamily: families[look.font], fontSize: 14 * Math.min(1.4, look.scale) }}
      >
        {name}
      </Box>
      <Box component="span" style={{ color: look.muted, fontFamily: families[look.font], fontSize: 12 * Math.min(1.4, look.scale) }}>
        {words ?? 'kept by name'}
      </Box>
      <Box component="span" aria-hidden sx={{ display: 'flex', gap: '3px', mt: 0.5 }}>
        {look.levels.map((tone, i) => (
          <Box key={i} component="span" sx={{ width: 22, height: 4 }} style={{ background: tone }} />
        ))}
      </Box>
    </>
  );
}
