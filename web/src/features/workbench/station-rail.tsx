'use client';

import type { Picture } from '@needlefile/core/screen/picture';
import type { RuleName, Severity } from '@needlefile/core/check/finding';
import { memo } from 'react';
import { BoxArrowDown, BoundingBox, Fonts, Link45deg, ListOl, VectorPen, type Icon } from 'react-bootstrap-icons';
import { STATIONS, useView, type Station } from '@/job/view-store';
import css from './station-rail.module.css';

const LOOKS: Record<Station, { readonly name: string; readonly icon: Icon }> = {
  letter: { name: 'Letter', icon: Fonts },
  plate: { name: 'Plate', icon: BoundingBox },
  hold: { name: 'Hold', icon: Link45deg },
  strokes: { name: 'Strokes', icon: VectorPen },
  'work-order': { name: 'Work order', icon: ListOl },
  release: { name: 'Release', icon: BoxArrowDown },
};

/** Where a finding is put right. */
const STATION_OF: Record<RuleName, Station> = {
  'no words': 'letter',
  'face missing': 'letter',
  'missing character': 'letter',
  'off the sheet': 'plate',
  overlap: 'plate',
  'too near': 'plate',
  'lead in the way': 'plate',
  'words off the plate': 'plate',
  'past the guide': 'letter',
  'nothing seen': 'letter',
  'unseen layer': 'letter',
  'too deep': 'strokes',
  'hole in the way': 'plate',
  'artwork missing': 'letter',
  'open line': 'letter',
  'nearly doubled': 'letter',
  'crossing line': 'letter',
  'bare area': 'strokes',
  'no clear field': 'letter',
  'lost decision': 'letter',
  'lost outline': 'letter',
  'single-line face': 'letter',
  'past the circle': 'letter',
  'lost nudge': 'letter',
  'closed counter': 'letter',
  'cut too wide': 'letter',
  'no lead': 'work-order',
  'parted letter': 'letter',
  'thin neck': 'hold',
  'thin wall': 'hold',
  'narrow gap': 'hold',
  'filled counter': 'hold',
  speck: 'hold',
  'loose piece': 'hold',
  'drop-out': 'hold',
  'narrow bridge': 'hold',
  'one bridge': 'hold',
  'slender bridge': 'hold',
  'lost bridge': 'hold',
  'lost bar': 'hold',
  'weak hold': 'hold',
  'few points': 'hold',
  unassigned: 'work-order',
  machine: 'work-order',
  order: 'work-order',
  'too many colours': 'work-order',
  'too many sweeps': 'work-order',
  'colliding dots': 'strokes',
  'over the edge': 'strokes',
  'short stroke': 'strokes',
  'depth lost': 'release',
};

const WORDS: Record<State, string> = { stop: 'stop', attention: 'needs a look', clear: 'clear' };

/** The stations in the order of the work, each with a dot that tells how it stands. */
export const StationRail = memo(function StationRail({ picture }: { picture: Picture | null }) {
  const open = useView((state) => state.station);
  return (
    <nav className={css.rail} aria-label="Stations">
      {STATIONS.map((station, i) => {
        const { name, icon: Icon } = LOOKS[station];
        const state = stateOf(station, picture);
        return (
          <button
            key={station}
            type="button"
            className={css.station}
            aria-current={station === open ? 'step' : undefined}
            onClick={() => useView.setState({ station })}
            title={`${name} (Alt ${i + 1}): ${WORDS[state]}`}
          >
            <Icon size={22} aria-hidden />
            <span>{name}</span>
            <span className={css.dot} data-state={state} aria-label={WORDS[state]} role="img" />
          </button>
        );
      })}
    </nav>
  );
});

type State = Exclude<Severity, 'accepted'> | 'clear';

function stateOf(station: Station, picture: Picture | null): State {
  const findings = picture?.report.findings ?? [];
  const own = station === 'release' ? findings : findings.filter(({ rule }) => STATION_OF[rule] === station);
  if (own.some(({ severity }) => severity === 'stop')) return 'stop';
  return own.some(({ severity }) => severity === 'attention') ? 'attention' : 'clear';
}
