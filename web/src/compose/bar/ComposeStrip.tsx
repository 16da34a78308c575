import Box from '@mui/material/Box';
import { memo } from 'react';
import { api } from '../../api/client';
import type { LoadChoices } from '../../read/questions/ChoiceField';
import { ParameterStrip } from '../../read/questions/ParameterStrip';
import { Fold } from '../../shell/Fold';
import { color } from '../../theme/tokens';
import { useCompose } from '../store/composeStore';
import { Vantage } from './Vantage';

const Parameters = memo(ParameterStrip);

const load: LoadChoices = (parameter, search, signal) => {
  const { definition, values } = useCompose.getState();
  return api.composeChoices({ definition: definition!, parameter, search: search || null, values }, signal);
};

/** Above the page: what the report asks for, and the groups whose data the page shows. */
export function ComposeStrip() {
  const parameters = useCompose((s) => s.view?.parameters);
  const problems = useCompose((s) => s.view?.problems);
  const { values, setValues } = useCompose('values', 'setValues');
  return (
    <Box
      data-region="parameters"
      aria-label="Parameters and vantage"
      role="region"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        columnGap: 2,
        rowGap: 0.5,
        px: 1.75,
        py: 0.5,
        minHeight: 41,
        flex: 'none',
        bgcolor: color.panel,
        borderBottom: `1px solid ${color.line}`,
      }}
    >
      <Fold label="Parameters and vantage">
        {parameters && problems && (
          <Parameters
            parameters={parameters}
            values={values}
            problems={problems}
            load={load}
            today={new Date().toISOString().slice(0, 10)}
            onChange={setValues}
          />
        )}
        <Box sx={{ ml: 'auto' }}>
          <Vantage />
        </Box>
      </Fold>
    </Box>
  );
}
