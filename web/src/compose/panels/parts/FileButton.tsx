import Button from '@mui/material/Button';
import { useRef } from 'react';

/** A button that asks for a picture file. */
export function FileButton({ children, onFile }: { children: string; onFile: (file: File) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button variant="outlined" onClick={() => input.current?.click()}>
        {children}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        aria-label={children}
        accept="image/png,image/jpeg,image/svg+xml,.svg"
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          if (file) onFile(file);
        }}
      />
    </>
  );
}
