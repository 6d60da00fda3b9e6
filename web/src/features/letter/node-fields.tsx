'use client';

import { movedHandle } from '@needlefile/core/geometry/nodes/handles';
import { runCount, runKind, type RunKind } from '@needlefile/core/geometry/nodes/node-path';
import { inverse, transformPoint } from '@needlefile/core/geometry/matrix';
import type { Point } from '@needlefile/core/geometry/point';
import { LIMITS } from '@needlefile/core/recipe/schema';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Choices } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { nodeEdits } from '@/job/node-edits';
import { MOST_NODES_SHOWN, type Outline } from '@/job/outline';
import { useView } from '@/job/view-store';

const RUNS: readonly { readonly value: RunKind; readonly label: string }[] = [
  { value: 'line', label: 'Line' },
  { value: 'arc', label: 'Arc' },
  { value: 'curve', label: 'Curve' },
];

/** Nodes in hand, in figures and by buttons: all that is done to them on the bed, and by keys. */
export function NodeFields({ outline }: { outline: Outline }) {
  const wanted = useView((state) => state.nodes);
  const edits = nodeEdits(outline, wanted);
  const { chosen } = edits;
  const all = outline.paths.reduce((sum, { nodes }) => sum + nodes.length, 0);
  const one = chosen.length === 1 ? chosen[0]! : null;
  const ends = chosen.map(({ path, node }) => runKindAt(outline, path, node));
  const kinds = new Set(ends.filter((kind) => kind !== null));
  return (
    <>
      <p className="field-hint mb-2" role="status">
        {chosen.length === 0
          ? `${all} nodes. Click one, or draw a frame round some; Page keys go from one to the next.`
          : `${chosen.length} of ${all} nodes in hand.`}
      </p>
      {all > MOST_NODES_SHOWN && (
        <p className="field-hint mb-2">
          They are shown where they lie free of each other, and {MOST_NODES_SHOWN} at most: zoom in. Fitted anew with
          fewer, outlines are smoother, and run better.
        </p>
      )}
      {one && <OneNode outline={outline} path={one.path} node={one.node} />}
      {kinds.size > 0 && (
        <Choices
          label="To the next"
          value={kinds.size === 1 ? [...kinds][0]! : ('' as RunKind)}
          options={RUNS}
          onChange={edits.run}
        />
      )}
      {chosen.length > 0 && (
        <div className="d-flex gap-2 mb-2 flex-wrap">
          <Tool label="Smooth" title="Curves go on into each other (S)" onClick={edits.smooth} />
          <Tool label="Corner" title="Curves meet at an angle (C)" onClick={edits.corner} />
          <Tool label="Straighten" title="A line from the first of them to the last" onClick={edits.straighten} />
          <Tool label="One more" title="A node in the middle of the run behind each (I)" onClick={edits.insert} />
          <Tool label="Take out" title="What is left is fitted anew (Delete)" onClick={edits.remove} />
          <Tool label="Break" title="The line is open there (B)" onClick={edits.breakApart} />
          {edits.join && (
            <Tool label="Join ends" title="Together where they are near, else by a line (J)" onClick={edits.join} />
          )}
        </div>
      )}
      {edits.corners > 0 && <WorkCorners count={edits.corners} onRound={edits.round} onChamfer={edits.chamfer} />}
    </>
  );
}

const Tool = ({ label, title, onClick }: { label: string; title: string; onClick: () => void }) => (
  <Button size="sm" variant="light" title={title} onClick={onClick}>
    {label}
  </Button>
);

function runKindAt({ paths }: Outline, path: number, node: number): RunKind | null {
  const own = paths[path]!;
  return node < runCount(own) ? runKind(own.nodes[node]!) : null;
}

/** Where a node is, and how its arc turns. */
function OneNode({ outline, path, node: n }: { outline: Outline; path: number; node: number }) {
  const own = outline.paths[path]!;
  const node = own.nodes[n]!;
  const at = transformPoint(outline.toOwn, node);
  const chosen = [{ path, node: n }];
  const change = (label: string, next: typeof own) =>
    outline.change(
      label,
      outline.paths.map((each, i) => (i === path ? next : each)),
      chosen,
    );
  const move = (to: Point) =>
    change('Move a node', movedHandle(own, n, 'node', transformPoint(inverse(outline.toOwn), to)));
  return (
    <>
      <LengthField label="x" value={at.x} {...LIMITS.place} onChange={(x) => move({ x, y: at.y })} />
      <LengthField label="y" value={at.y} {...LIMITS.place} onChange={(y) => move({ x: at.x, y })} />
      {node.to !== 'line' && 'arc' in node.to && n < runCount(own) && (
        <NumberField
          label="Turns by"
          value={node.to.arc}
          {...LIMITS.angle}
          step={5}
          suffix="°"
          onChange={(arc) => {
            const nodes = own.nodes.map((each, i) => (i === n ? { ...each, to: { arc } } : each));
            change('Turn of an arc', { ...own, nodes });
          }}
        />
      )}
    </>
  );
}

/** Corners made round to a radius, or cut off. */
function WorkCorners({
  count,
  onRound,
  onChamfer,
}: {
  count: number;
  onRound: (mm: number) => boolean;
  onChamfer: (mm: number) => boolean;
}) {
  const [size, setSize] = useState(2);
  const [noRoom, setNoRoom] = useState(false);
  const attempt = (work: (mm: number) => boolean) => setNoRoom(!work(size));
  return (
    <>
      <LengthField
        label={count === 1 ? 'Corner by' : `${count} corners by`}
        value={size}
        least={0.01}
        most={LIMITS.cornerRadius.most}
        onChange={(mm) => {
          setSize(mm);
          setNoRoom(false);
        }}
        hint={noRoom ? 'There is no room for that: a smaller one may fit.' : undefined}
      />
      <div className="d-flex gap-2 mb-3">
        <Tool label="Make round" title="To that radius" onClick={() => attempt(onRound)} />
        <Tool label="Cut off" title="So far along both runs" onClick={() => attempt(onChamfer)} />
      </div>
    </>
  );
}
