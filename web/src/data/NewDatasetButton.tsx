import MenuItem from '@mui/material/MenuItem';
import { Menu } from '../shell/whenOpen';
import { useState } from 'react';
import { BarButton } from '../shell/BarButton';

interface Props {
  children: string;
  databases: string[];
  strong?: boolean;
  onPick: (database: string) => void;
}

/** Starts a dataset; where there are several databases, asks which one it reads. */
export function NewDatasetButton({ children, databases, strong, onPick }: Props) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const pick = (database: string) => {
    setAnchor(null);
    onPick(database);
  };
  const several = databases.length > 1;
  return (
    <>
      <BarButton
        strong={strong}
        disabled={databases.length === 0}
        title={databases.length === 0 ? 'Register or upload a database first' : undefined}
        aria-haspopup={several ? 'menu' : undefined}
        onClick={(e) => (several ? setAnchor(e.currentTarget) : pick(databases[0]))}
      >
        {children}
      </BarButton>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {databases.map((name) => (
          <MenuItem key={name} onClick={() => pick(name)}>
            of {name}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
