'use client';

import { hasPlate } from '@needlefile/core/makes/makes';
import type { Picture } from '@needlefile/core/screen/picture';
import type { Report } from '@needlefile/core/job/report';
import type { Finding, Mend, RuleName } from '@needlefile/core/check/finding';
import Link from 'next/link';
import { memo } from 'react';
import { CheckCircle } from 'react-bootstrap-icons';
import { useUnit } from '@/hooks/unit';
import { foldCheck, useFolded } from '@/job/folded';
import { useJob } from '@/job/job-store';
import { choose } from '@/job/chosen';
import { useView } from '@/job/view-store';
import css from './check.module.css';
import { AcceptButton, AcceptedFindings } from './accept';
import { FoldedCheck } from './folded-check';
import { MeasureBar } from './measure-bar';

/** The findings, always there: what was measured against what, where, and the mends. */
export const CheckColumn = memo(function CheckColumn({
  picture,
  upToDate,
  measured,
  stale,
}: {
  picture: Picture | null;
  upToDate: boolean;
  measured: boolean;
  /** Findings of what was measured before the last change. */
  stale: readonly Finding[];
}) {
  const all = picture?.report.findings ?? [];
  const findings = all.filter(({ severity }) => severity !== 'accepted');
  const accepted = all.filter(({ severity }) => severity === 'accepted');
  const stops = findings.filter(({ severity }) => severity === 'stop').length;
  const folded = useFolded((state) => state.check);
  if (folded) return <FoldedCheck findings={findings} stops={stops} upToDate={upToDate} isKnown={picture !== null} />;
  return (
    <aside className={css.column} aria-label="Shop check" aria-busy={!upToDate}>
      <div className={css.head}>
        <h2>Shop check</h2>
        <span className={css.sum}>{picture ? summary(stops, findings.length - stops) : ''}</span>
        <button type="button" className={css.fold} onClick={() => foldCheck(true)} aria-label="Fold the shop check">
          ▸
        </button>
      </div>
      {groups(findings).map((group) => (
        <Group key={group[0]!.id} findings={group} isStale={stale.includes(group[0]!)} />
      ))}
      {accepted.length > 0 && <AcceptedFindings findings={accepted} />}
      {picture && (
        <ul className={css.passed}>
          {!measured && <li className="soft">Measuring thickness …</li>}
          {passes(all, measured, picture.report).map((text) => (
            <li key={text}>
              <CheckCircle aria-hidden /> {text}
            </li>
          ))}
        </ul>
      )}
      <Link href="/shop" className={css.limits}>
        House limits
      </Link>
    </aside>
  );
});

function summary(stops: number, attentions: number): string {
  if (stops + attentions === 0) return 'clear';
  return [
    stops > 0 ? `${stops} ${stops === 1 ? 'stop' : 'stops'}` : '',
    attentions > 0 ? `${attentions} to look at` : '',
  ]
    .filter(Boolean)
    .join(' · ');
}

/** Findings of one rule that one mend would put right stand together, so that thirty narrow bridges are one card. */
function groups(findings: readonly Finding[]): Finding[][] {
  const byKey = new Map<string, Finding[]>();
  for (const finding of findings) {
    const key = MANY[finding.rule] ? `${finding.rule} ${JSON.stringify(finding.mends)}` : finding.id;
    byKey.set(key, [...(byKey.get(key) ?? []), finding]);
  }
  return [...byKey.values()];
}

const MANY: Partial<Record<RuleName, (count: number) => string>> = {
  'narrow bridge': (count) => `${count} bridges too narrow`,
  'drop-out': (count) => `${count} islands drop out`,
  'thin neck': (count) => `${count} thin necks`,
  'thin wall': (count) => `${count} thin walls`,
  'narrow gap': (count) => `${count} narrow gaps`,
  'filled counter': (count) => `${count} counters fill`,
  'one bridge': (count) => `${count} islands hang by one bridge`,
  'slender bridge': (count) => `${count} bridges long for their width`,
  'weak hold': (count) => `${count} islands weakly held`,
  'few points': (count) => `${count} letters joined at too few points`,
  speck: (count) => `${count} specks`,
};

/** @param isStale it was found before the last change: it is dimmed until it is measured again */
function Group({ findings, isStale }: { findings: readonly Finding[]; isStale: boolean }) {
  const unit = useUnit();
  // The worst speaks for all.
  const worst = findings.reduce((least, finding) =>
    (finding.measure?.value ?? 0) < (least.measure?.value ?? 0) ? finding : least,
  );
  const title = findings.length > 1 ? (MANY[worst.rule]?.(findings.length) ?? worst.title) : worst.title;
  return (
    <section className={css.finding} data-severity={worst.severity} data-stale={isStale} inert={isStale}>
      <h3>
        <span className={css.severity}>{worst.severity === 'stop' ? 'Stop' : 'Look'}</span> {title}
      </h3>
      {worst.measure && <MeasureBar measure={worst.measure} unit={unit} />}
      {worst.on && <p className="soft">On {worst.on}.</p>}
      {worst.detail && <p>{worst.detail}</p>}
      <div className={css.actions}>
        {worst.mends.map((mend) => (
          <MendButton key={mend.label} mend={mend} />
        ))}
        {findings.length === 1 && worst.where && <ShowButton finding={worst} label="Show" />}
        <AcceptButton findings={findings} />
      </div>
      {findings.length > 1 && (
        <div className={css.places}>
          {findings.slice(0, 24).map((finding) => (
            <ShowButton key={finding.id} finding={finding} label={finding.title.replace(/^[^:]*: /, '')} />
          ))}
          {findings.length > 24 && <span className="soft">and {findings.length - 24} more</span>}
        </div>
      )}
    </section>
  );
}

/** Pointing at a mend shows the job with it; taking it is a step that undo takes back. */
function MendButton({ mend: { label, patch } }: { mend: Mend }) {
  const mend = useJob((state) => state.mend);
  const show = () => useView.setState({ preview: { label, patch } });
  const hide = () => useView.setState({ preview: null });
  return (
    <button
      type="button"
      className="btn btn-outline-primary btn-sm"
      onMouseEnter={show}
      onMouseLeave={hide}
      onFocus={show}
      onBlur={hide}
      onClick={() => (hide(), mend(label, patch))}
    >
      {label}
    </button>
  );
}

function ShowButton({ finding: { where, assembly }, label }: { finding: Finding; label: string }) {
  if (!where) return null;
  const ring = () => useView.setState({ ring: where });
  const unring = () => useView.setState({ ring: null });
  return (
    <button
      type="button"
      className="btn btn-light btn-sm"
      onMouseEnter={ring}
      onMouseLeave={unring}
      onFocus={ring}
      onBlur={unring}
      onClick={() => {
        // The stations go to the thing that it is found on.
        if (assembly) choose(assembly);
        useView.setState({ focus: { where } });
      }}
    >
      {label}
    </button>
  );
}

/** What was looked at and found in order. */
function passes(findings: readonly Finding[], measured: boolean, { assemblies }: Report): string[] {
  const clear = (...rules: RuleName[]) => !findings.some(({ rule }) => rules.includes(rule));
  const list: string[] = [];
  if (clear('no words', 'face missing', 'missing character')) list.push('Every character is in the face');
  const bridges = assemblies.reduce((sum, thing) => sum + thing.bridges.length, 0);
  const islands = assemblies.flatMap((thing) => thing.islands);
  const mayDrop = islands.filter(({ status }) => status === 'may drop').length;
  if (clear('loose piece', 'drop-out')) list.push(staysTogether(mayDrop, assemblies));
  if (bridges > 0 && clear('narrow bridge', 'drop-out')) list.push('Every bridge is wide enough');
  if (bridges > 0 && measured && clear('weak hold', 'narrow bridge', 'drop-out'))
    list.push('Every island hangs as strongly as its bridges');
  if (measured && clear('thin neck', 'thin wall', 'narrow gap', 'filled counter', 'speck'))
    list.push('Everything is thick and wide enough');
  if (clear('off the sheet', 'words off the plate')) list.push('All of it is on the sheet');
  if (clear('unassigned')) list.push('Every line has its operation');
  return list;
}

/** Stand-alone letters would be loose, what is in a plate would drop out. */
function staysTogether(mayDrop: number, assemblies: Report['assemblies']): string {
  if (mayDrop > 0) return `Nothing drops out but the ${mayDrop === 1 ? 'island' : `${mayDrop} islands`} that may`;
  const plated = assemblies.some(({ make }) => make === 'coupon' || hasPlate(make));
  return plated ? 'Nothing drops out' : 'Nothing is loose';
}
