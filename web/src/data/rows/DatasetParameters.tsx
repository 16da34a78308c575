import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { AskedValue, Parameter, Problem } from '../../api/generated';
import { ParameterCard } from '../../parameters/ParameterCard';
import { Blank } from '../../sentence/Blank';
import { Setting } from '../../sentence/Setting';
import { color } from '../../theme/tokens';
import { toApi, type Dataset } from '../document/types';

interface Props {
  dataset: Dataset;
  /** What the parameters are taken to be for the rows shown. */
  asked: AskedValue[];
  tried: Record<string, string>;
  problems: Problem[];
  onTry: (values: Record<string, string>) => void;
  onEdit: (next: Dataset) => void;
}

/** What readers will be asked, with values to try it out. Reports made from the dataset take these parameters over. */
export function DatasetParameters({ dataset, asked, tried, problems, onTry, onEdit }: Props) {
  const parameters = dataset.parameters ?? [];
  const put = (list: Parameter[]) => onEdit({ ...dataset, parameters: list });
  const add = () => {
    let n = parameters.length + 1;
    while (parameters.some((p) => p.name === `value_${n}`)) n++;
    put([...parameters, { name: `value_${n}`, type: 'text' }]);
  };
  const move = (i: number, by: number) => {
    const next = [...parameters];
    [next[i], next[i + by]] = [next[i + by], next[i]];
    put(next);
  };
  return (
    <Box component="section" aria-label="Parameters" sx={{ mb: 1.5 }}>
      {asked.length > 0 && (
        <Box sx={{ fontSize: 12, color: color.muted, lineHeight: 1.8 }}>
          The rows shown are for{' '}
          {asked.map((a, i) => (
            <span key={a.name}>
              {i > 0 && (i === asked.length - 1 ? ' and ' : ', ')}:{a.name} ={' '}
              <Blank
                label={`Try ${a.name}`}
                typed={tried[a.name] ?? a.value}
                onPick={(value) => onTry({ ...tried, [a.name]: value.trim() })}
              >
                {a.words || 'nothing'}
              </Blank>
            </span>
          ))}
          .
        </Box>
      )}
      <Setting name="Parameters" summary={parameters.map((p) => p.name).join(', ') || 'none'}>
        {parameters.map((p, i) => (
          <ParameterCard
            key={i}
            parameter={p}
            around={{ parameters, datasets: [toApi(dataset)], unfiltered: true }}
            problems={problems}
            onChange={(change) => put(parameters.map((q, k) => (k === i ? { ...q, ...change } : q)))}
            onRemove={() => put(parameters.filter((_, k) => k !== i))}
            onUp={i > 0 ? () => move(i, -1) : undefined}
            onDown={i < parameters.length - 1 ? () => move(i, 1) : undefined}
          />
        ))}
        <Button variant="outlined" onClick={add}>
          Add parameter
        </Button>
      </Setting>
    </Box>
  );
}
