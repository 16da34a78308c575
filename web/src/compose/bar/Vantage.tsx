import Box from '@mui/material/Box';
import { color, levelColor } from '../../theme/tokens';
import { useCompose } from '../store/composeStore';
import { VantageJump } from './VantageJump';

/** The path through the groups whose real values the page shows, with steppers. */
export function Vantage() {
  const steps = useCompose((s) => s.view?.vantage);
  const { setVantage } = useCompose.getState();
  if (!steps?.length) return null;
  const go = (at: number, key: string | null) => {
    const { section } = steps[at];
    setVantage(section, [
      ...steps
        .slice(0, at)
        .filter((s) => s.section === section)
        .map((s) => s.key),
      key,
    ]);
  };
  const tone = (at: number) => levelColor(steps.slice(0, at + 1).filter((s) => s.section === steps[at].section).length);
  return (
    <Box
      role="group"
      aria-label="Vantage"
      sx={{ display: 'flex', flexWrap: 'wrap', justifyContent: 'flex-end', alignItems: 'center', gap: 0.75 }}
    >
      <Box sx={{ color: color.muted, whiteSpace: 'nowrap' }}>Showing real data from</Box>
      <VantageJump section={steps[0].section} />
      {steps.map((step, i) => {
        const at = step.siblings.findIndex((s) => s.key === step.key);
        return (
          <Box
            key={`${step.section} ${step.level}`}
            sx={{
              display: 'flex',
              alignItems: 'center',
              gap: 0.75,
              height: 28,
              px: 1,
              bgcolor: color.paper,
              border: `1px solid ${tone(i)}`,
              borderRadius: 1,
              whiteSpace: 'nowrap',
            }}
          >
            <Box component="span" sx={{ fontSize: 11, color: tone(i) }}>
              {step.name}
            </Box>
            <Box
              component="select"
              aria-label={`${step.name} shown`}
              value={step.key ?? ''}
              onChange={(e: React.ChangeEvent<HTMLSelectElement>) => go(i, step.siblings[e.target.selectedIndex].key)}
              sx={{
                font: 'inherit',
                border: 0,
                bgcolor: 'transparent',
                color: color.ink,
                maxWidth: 130,
                appearance: 'none',
                cursor: 'pointer',
              }}
            >
              {step.siblings.map((s) => (
                <option key={s.key ?? ''} value={s.key ?? ''}>
                  {s.label}
                </option>
              ))}
            </Box>
            <Step label={`Previous ${step.name}`} disabled={step.index === 0} onClick={() => go(i, step.siblings[at - 1].key)}>
              ‹
            </Step>
            <Box component="span" sx={{ fontSize: 11, color: color.muted }}>
              {step.index + 1} of {step.count}
            </Box>
            <Step
              label={`Next ${step.name}`}
              disabled={step.index + 1 >= Number(step.count)}
              onClick={() => go(i, step.siblings[at + 1].key)}
            >
              ›
            </Step>
          </Box>
        );
      })}
    </Box>
  );
}

const Step = ({ label, disabled, onClick, children }: { label: string; disabled: boolean; onClick: () => void; children: string }) => (
  <Box
    component="button"
    type="button"
    aria-label={label}
    title={label}
    aria-disabled={disabled || undefined}
    onClick={disabled ? undefined : onClick}
    sx={{
      font: 'inherit',
      fontSize: 15,
      lineHeight: 1,
      border: 0,
      px: 0.5,
      py: 0.25,
      bgcolor: 'transparent',
      cursor: 'pointer',
      color: color.main,
      '&[aria-disabled=true]': { color: color.line, cursor: 'default' },
    }}
  >
    {children}
  </Box>
);
