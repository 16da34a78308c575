import Box from '@mui/material/Box';
import Tooltip from '@mui/material/Tooltip';
import type { ReactNode } from 'react';
import type { ParameterInfo } from '../../api/generated';
import { color } from '../../theme/tokens';

/** The frame of a parameter on the strip: its name at the left, what it is set to at the right. */
export function StripField({
  parameter: { name, caption, help },
  wrong,
  children,
}: {
  parameter: ParameterInfo;
  wrong?: boolean;
  children: ReactNode;
}) {
  return (
    <Box
      data-asks={name}
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 0.75,
        height: 28,
        px: 1,
        bgcolor: color.paper,
        border: `1px solid ${wrong ? color.problem : color.line}`,
        borderRadius: 1,
        '&:focus-within': { borderColor: color.main },
      }}
    >
      <Tooltip title={help ?? ''} placement="bottom-start">
        <Box
          component="span"
          onClick={() => goToParameter(name)}
          sx={{
            fontSize: 11,
            color: wrong ? color.problem : color.muted,
            whiteSpace: 'nowrap',
            ...(help && { borderBottom: `1px dotted ${color.muted}`, cursor: 'help' }),
          }}
        >
          {caption}
        </Box>
      </Tooltip>
      {children}
    </Box>
  );
}

/** Goes to where a parameter is set; one that is chosen opens its list. */
export function goToParameter(name: string) {
  const place = [...document.querySelectorAll<HTMLElement>('[data-asks]')].findLast((e) => e.dataset.asks === name);
  const control = place?.querySelector<HTMLElement>('input, [role=spinbutton], [role=combobox], button');
  control?.focus();
  if (control?.hasAttribute('aria-haspopup')) control.click();
}
