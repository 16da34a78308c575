import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client';

export interface PlaceOnPage {
  run: string;
  report: string;
  sheet: string;
  page: number;
  /** In points from the upper left corner of the page. */
  x: number;
  y: number;
  /** Of the screen. */
  left: number;
  top: number;
}

/** The place under the pointer, if that is on a page. */
export function placeOf(e: React.MouseEvent, run: string, report: string, sheet: string): PlaceOnPage | undefined {
  const page = (e.target as Element).closest<HTMLElement>('[data-page]');
  const svg = page?.querySelector('svg');
  if (!page || !svg) return undefined;
  const at = page.getBoundingClientRect();
  const scale = svg.viewBox.baseVal.width / at.width;
  return {
    run,
    report,
    sheet,
    page: Number(page.dataset.page),
    x: (e.clientX - at.left) * scale,
    y: (e.clientY - at.top) * scale,
    left: e.clientX,
    top: e.clientY,
  };
}

/** What an author can do with what is printed at a place. */
export function PlaceMenu({ place, onClose }: { place: PlaceOnPage; onClose: () => void }) {
  const navigate = useNavigate();
  const [failure, setFailure] = useState('');
  const show = async () => {
    try {
      const found = await api.pagePlace(place.run, place.sheet, place.page, place.x, place.y);
      onClose();
      const query = new URLSearchParams({ at: JSON.stringify({ sheet: place.sheet, ...found }) });
      await navigate(`/compose/${place.report}?${query}`);
    } catch (error) {
      setFailure((error as Error).message);
    }
  };
  return (
    <Menu open onClose={onClose} anchorReference="anchorPosition" anchorPosition={{ left: place.left, top: place.top }}>
      {failure ? <MenuItem disabled>{failure}</MenuItem> : <MenuItem onClick={() => void show()}>Show this in Compose</MenuItem>}
    </Menu>
  );
}
