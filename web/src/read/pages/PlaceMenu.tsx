import MenuItem from '@mui/material/MenuItem';
import { Menu } from '../../shell/whenOpen';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../../api/client';
import type { PrintedPlace } from '../../api/generated';

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
  /** The mark of a chart that is there. */
  mark?: { id: string; label: string };
}

/** The place under the pointer, or in the middle of what has the focus, if that is on a page. */
export function placeOf(
  e: { target: EventTarget; clientX?: number; clientY?: number },
  run: string,
  report: string,
  sheet: string,
): PlaceOnPage | undefined {
  const target = e.target as Element;
  const page = target.closest<HTMLElement>('[data-page]');
  const svg = page?.querySelector('svg');
  if (!page || !svg) return undefined;
  const at = page.getBoundingClientRect();
  const scale = svg.viewBox.baseVal.width / at.width;
  const box = target.getBoundingClientRect();
  const [x, y] = [e.clientX || box.left + box.width / 2, e.clientY || box.top + box.height / 2];
  const mark = target.closest<HTMLElement>('[data-mark]');
  return {
    run,
    report,
    sheet,
    page: Number(page.dataset.page),
    x: (x - at.left) * scale,
    y: (y - at.top) * scale,
    left: x,
    top: y,
    mark:
      mark?.closest('[data-figure-id]') && mark.dataset.figure ? { id: mark.dataset.mark!, label: mark.dataset.label ?? '' } : undefined,
  };
}

/** By which what is printed at a place can be traced. */
export async function printedAt(place: PlaceOnPage): Promise<PrintedPlace> {
  const { printed } = await api.pagePlace(place.run, place.sheet, place.page, place.x, place.y);
  if (!printed) throw new Error('Nothing is printed at this place.');
  return { ...printed, mark: place.mark?.id ?? null };
}

/** What can be done with what is printed at a place. */
export function PlaceMenu({ place, onTrace, onClose }: { place: PlaceOnPage; onTrace: () => void; onClose: () => void }) {
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
      <MenuItem
        onClick={() => {
          onClose();
          onTrace();
        }}
      >
        Where does it come from?
      </MenuItem>
      {failure ? <MenuItem disabled>{failure}</MenuItem> : <MenuItem onClick={() => void show()}>Show this in Compose</MenuItem>}
    </Menu>
  );
}
