import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { listReportLooksOptions } from '../../api/generated/@tanstack/react-query.gen';
import { ChoiceCard } from '../../sentence/ChoiceCard';
import { Setting } from '../../sentence/Setting';
import { useCompose } from '../composeStore';

const families = { sans: 'Noto Sans', serif: 'Noto Serif', mono: 'Noto Sans Mono' };

/** The letters and colours of the whole report; what elements set of their own stays. */
export function ReportLookSetting() {
  const { definition, replace } = useCompose('definition', 'replace');
  const looks = useQuery({ ...listReportLooksOptions(), staleTime: Infinity }).data ?? [];
  if (!definition) return null;
  const chosen = looks.find((l) => l.id === definition.look) ?? looks[0];
  return (
    <Setting name="Look of the report" summary={chosen?.name.split(':')[0] ?? ''}>
      <Box role="radiogroup" aria-label="Look of the report" sx={{ display: 'grid', gap: 0.5 }}>
        {looks.map((look) => (
          <ChoiceCard
            key={look.id}
            isChosen={look === chosen}
            onChoose={() => void replace((now) => ({ ...now, look: look === looks[0] ? null : look.id }))}
          >
            <Box
              component="span"
              sx={{ display: 'block', fontWeight: 700 }}
              style={{ color: look.title, fontFamily: families[look.font], fontSize: 14 * look.scale }}
            >
              {look.name.split(':')[0]}
            </Box>
            <Box component="span" style={{ color: look.muted, fontFamily: families[look.font], fontSize: 12 * look.scale }}>
              {look.name.split(': ')[1]}
            </Box>
            <Box component="span" aria-hidden sx={{ display: 'flex', gap: '3px', mt: 0.5 }}>
              {look.levels.map((tone, i) => (
                <Box key={i} component="span" sx={{ width: 22, height: 4 }} style={{ background: tone }} />
              ))}
            </Box>
          </ChoiceCard>
        ))}
      </Box>
    </Setting>
  );
}
