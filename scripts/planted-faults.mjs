/**
 * `npm run planted`: puts faults into a copy of the code, one at a time, and looks whether a test finds each. Prints
 * those that no test found, and the share that was. `npm run planted -- rails artwork/` plants only in files whose
 * paths have one of these in them.
 */
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { bin, root } from './setup.mjs';

/** file, what is there, what is put there, and the tests that should mind. */
const FAULTS = [
  // sweeps, maps, releases
  ['core/src/motion/sweep.ts', 'this.height / this.rows.speed', '0', 'core/test/machine'],
  ['core/src/motion/sweep.ts', '!bothWays || isFirst || toLeft <= toRight', 'true', 'core/test/sweeps'],
  [
    'core/src/motion/sweep.ts',
    'this.seconds += count * turn + ((count - 1)',
    'this.seconds += ((count - 1)',
    'core/test/machine',
  ],
  ['core/src/motion/row-spans.ts', 'upright ? [y, x] : [x, y]', '[x, y]', 'core/test/machine'],
  [
    'core/src/operations/sweeps/exact-groups.ts',
    'costs[subset ^ rest]! + best[rest]!',
    'costs[subset ^ rest]! + costs[rest]!',
    'core/test/sweeps',
  ],
  ['core/src/operations/sweeps/joined-groups.ts', '.filter((step) => step.count <= most)', '', 'core/test/sweeps'],
  [
    'core/src/operations/sweeps/joined-groups.ts',
    'const saved = from.cost - left.cost;',
    'const saved = 0;',
    'core/test/sweeps',
  ],
  [
    'core/src/operations/sweeps/swept-things.ts',
    'while (round[outermost]! >= 0) outermost = round[outermost]!;',
    '',
    'core/test/sweeps',
  ],
  ['core/src/job/run-sweeps.ts', '!said.has(item)', 'true', 'core/test/sweeps'],
  ['core/src/job/run-sweeps.ts', 'seconds * passes', 'seconds', 'core/test/sweeps'],
  ['core/src/job/cost.ts', 'job.time / 3600', 'job.time / 60', 'core/test/figures'],
  ['core/src/job/cost.ts', '+ 2 * margin) * Math.min(sheet.height', ') * Math.min(sheet.height', 'core/test/figures'],
  ['core/src/formats/file-frame.ts', 'd: up, e:', 'd: 1, e:', 'core/test/file-rules'],
  ['core/src/formats/file-frame.ts', "zero.endsWith('left') ? box.minX : box.maxX", 'box.minX', 'core/test/file-rules'],
  ['core/src/formats/dxf/dxf-writer.ts', "unit === 'mm' ? 4 : 1]", '4]', 'core/test/file-rules'],
  ['core/src/formats/dxf/r12-writer.ts', '[70, contour.closed ? 1 : 0]', '[70, 1]', 'core/test/file-rules'],
  [
    'core/src/formats/plotter/plotter-writer.ts',
    'if (contour.closed && path.at(-1) !== path[0]) path.push(path[0]!);',
    '',
    'core/test/formats',
  ],
  [
    'core/src/operations/layer-colours.ts',
    "files.toldBy === 'colours' || sweep > 1",
    'sweep > 1',
    'core/test/file-rules',
  ],
  [
    'core/src/check/rules/too-many-colours.ts',
    'colours.size <= mostColours',
    'colours.size <= mostColours + 1',
    'core/test/file-rules',
  ],
  [
    'core/src/check/rules/too-near.ts',
    'boundsMeet(a.box, b.box, kerf)',
    'boundsMeet(a.box, b.box, 0)',
    'core/test/check',
  ],
  ['core/src/operations/tour/cool-tour.ts', 'WAY_PER_HEAT * heat[stop]!', '0', 'core/test/order'],
  ['core/src/operations/tour/cool-tour.ts', 'if (before[stop]! > 0) continue;', '', 'core/test/order'],
  ['core/src/shop/tried.ts', 'Math.abs(tried.thickness - thickness) < 1e-6', 'true', 'core/test/test-plates'],
  ['core/src/shop/tried.ts', "tried.note === '' ? before.note : tried.note", 'tried.note', 'core/test/test-plates'],
  ['core/src/fills/scatter.ts', '< apart * apart', '< 0.5 * apart * apart', 'core/test/pockets'],
  ['core/src/formats/changes.ts', 'left.get(keyOf(contour))?.pop()', 'left.get(keyOf(contour))', 'core/test/changes'],
  ['core/src/job/file-name.ts', 'return KEPT.test(name) ? `${name}-job` : name;', 'return name;', 'core/test/changes'],
  ['core/src/job/file-name.ts', ".replace(/[^\\w\\s.-]/g, '')", '', 'core/test/changes'],
  ['core/src/geometry/nodes/handles.ts', 'i === last && into && isCurve(to)', 'false', 'core/test/nodes'],
  // units, shop
  ['core/src/units/length.ts', 'ft: 304.8', 'ft: 308.4', 'core/test/length'],
  ['core/src/units/quantity.ts', 'mm2 / 100 ', 'mm2 / 1000 ', 'core/test/figures'],
  ['core/src/units/quantity.ts', '28.349523125', '31.1034768', 'core/test/figures'],
  ['core/src/shop/limits.ts', 'Math.max(limit.least,', 'Math.min(limit.least,', 'core/test/figures'],
  ['core/src/shop/limits.ts', '...machine.materialLimits?.[material.id],', '', 'core/test/figures'],
  // recipe
  ['core/src/recipe/patch.ts', '!Object.hasOwn(target, key)', 'false', 'core/test/edits'],
  // lettering
  [
    'core/src/recipe/edits/by-hand.ts',
    'islands: drop.islands.flatMap((island) => follow(island) ?? [])',
    'islands: drop.islands',
    'core/test/figures',
  ],
  ['core/src/recipe/edits/by-hand.ts', 'followRecord(tabs.byHand, follow)', 'tabs.byHand', 'core/test/figures'],
  [
    'core/src/recipe/edits/words.ts',
    "followLineScale(lineScale, item.words.split('\\n'), words.split('\\n'))",
    'lineScale',
    'core/test/edits',
  ],
  [
    'core/src/lettering/layout.ts',
    'plan.lineSpacing * capHeight',
    'plan.lineSpacing * 0.9 * capHeight',
    'core/test/lettering',
  ],
  [
    'core/src/lettering/layout.ts',
    'plan.letterSpacing * glyph.place',
    'plan.letterSpacing * 1.1 * glyph.place',
    'core/test/figures',
  ],
  ['core/src/lettering/without-retraces.ts', '>= shortest', '>= 1e9', 'core/test/outlines'],
  ['core/src/lettering/glyph-outlines.ts', '(PINHOLE * CLEANING_EM) ** 2', '0', 'core/test/outlines'],
  // geometry
  ['core/src/geometry/widest-disc.ts', 'diameter: 2 * found', 'diameter: found', 'core/test/measures'],
  ['core/src/geometry/kernel/offset.ts', 'standsOff(part, region, Math.abs(by) - NEARER)', 'true', 'core/test/offset'],
  [
    'core/src/geometry/kernel/untangle.ts',
    'if (parts.length === 1) return parts;',
    'return [contour];',
    'core/test/outlines',
  ],
  [
    'core/src/geometry/without-scraps.ts',
    'export const SHORTEST_SEGMENT = 0.01;',
    'export const SHORTEST_SEGMENT = 0.01;\nconst NONE = -1;',
    'core/test/outlines',
    'isScrap = (segment: Segment): boolean =>',
    'isScrap = (segment: Segment): boolean => NONE > 0 &&',
  ],
  // construct, hold
  [
    'core/src/sheet/lay-out.ts',
    'widthOf(object) + 2 * sheet.margin',
    'widthOf(object) + sheet.margin',
    'core/test/figures',
  ],
  ['core/src/sheet/lay-out.ts', 'x += widthOf(box) + gap', 'x += widthOf(box)', 'core/test/items'],
  ['core/src/sheet/lay-out.ts', 'y: y + at.y - box.minY', 'y: y + at.y', 'core/test/items'],
  ['core/src/geometry/turn.ts', 'x: -y, y: x', 'x: y, y: -x', 'core/test/items'],
  ['core/src/construct/places.ts', 'above.minY - item.gap', 'above.minY', 'core/test/items'],
  ['core/src/construct/arrangement.ts', "role === 'guide' ? [] : letters", 'letters', 'core/test/items'],
  ['core/src/construct/construct.ts', 'at > i && boundsMeet', 'boundsMeet', 'core/test/items'],
  [
    'core/src/construct/engraved-area.ts',
    "role === 'standing' || role === 'opening'",
    "role === 'standing'",
    'core/test/items',
  ],
  [
    'core/src/construct/across-items.ts',
    'members.map((i) => groups[i]!)',
    'members.slice(0, 1).map((i) => groups[i]!)',
    'core/test/items',
  ],
  [
    'core/src/assembly/plans.ts',
    "base === 'rail' || (base === 'plate' && has('material'))",
    "base === 'rail'",
    'core/test/items',
  ],
  ['core/src/assembly/stages.ts', 'for (const each of kept.within) this.use(each);', '', 'core/test/placed'],
  ['core/src/job/build-job.ts', 'findingOf(finding, assembly.id, built.coupon?.of)', 'finding', 'core/test/items'],
  [
    'core/src/recipe/patch.ts',
    'step.assembly === HERE ? { ...step, assembly } : step',
    '{ ...step, assembly }',
    'core/test/check',
  ],
  [
    'core/src/recipe/migrate/1-to-2.ts',
    'sequence.indexOf(a.step) - sequence.indexOf(b.step)',
    '0',
    'core/test/version-1',
  ],
  [
    'core/src/recipe/migrate/1-to-2.ts',
    'drop: { ...hold.drop, islands: hold.drop.islands.map(named) },',
    '',
    'core/test/bridges',
  ],
  ['core/src/recipe/schema/references.ts', 'if (seen.has(id))', 'if (false)', 'core/test/items'],
  [
    'core/src/measure/clusters.ts',
    'growBounds(box, CLEAR * reach)',
    'growBounds(box, reach / 4)',
    'core/test/measures',
  ],
  [
    'core/src/measure/measure-region.ts',
    'between: [...new Set(place.between.map(nameOf))]',
    'between: place.between',
    'core/test/measures',
  ],
  ['core/src/construct/rails.ts', 'minX: ink.minX - plan.extend', 'minX: ink.minX', 'core/test/figures'],
  ['core/src/hold/cut-apart.ts', 'knockOut(material, area)', 'material', 'core/test/check'],
  [
    'core/src/hold/joins/close-slits.ts',
    'if (slits.length === 0) return material;',
    'return material;',
    'core/test/outlines',
  ],
  ['core/src/measure/trim-axis.ts', '(tooFar || half < DIP * widest)', 'tooFar', 'core/test/measures'],
  ['core/src/measure/trim-axis.ts', 'const PINCHED = 0.98;', 'const PINCHED = 0;', 'core/test/measures'],
  ['core/src/measure/thickness.ts', 'Math.max(SAME_PLACE, place.width / 2)', '0', 'core/test/measures'],
  ['core/src/hold/tabs.ts', 'const gap =', 'const gap = 2 +', 'core/test/figures'],
  // operations
  ['core/src/motion/work-time.ts', 'return once * passes;', 'return once;', 'core/test/figures'],
  ['core/src/motion/work-time.ts', "work === 'cut' ? profile.pierce : 0", '0', 'core/test/figures'],
  ['core/src/motion/sweep.ts', 'count * (turn + (right', 'count * ((right', 'core/test/figures'],
  ['core/src/operations/operations.ts', 'speed: speed ?? usual.speed', 'speed: usual.speed', 'core/test/figures'],
  ['core/src/operations/operations.ts', 'travel += there + run.travel', 'travel += run.travel', 'core/test/figures'],
  ['core/src/operations/tour/nearest-tour.ts', '--before[next]! === 0', '--before[next]! < 99', 'core/test/order'],
  ['core/src/operations/tour/shorten.ts', '(next >= 0 && this.position[next]! <= last)', 'false', 'core/test/order'],
  ['core/src/operations/tour/shorten.ts', 'this.position[next]! > last && this', 'false && this', 'core/test/order'],
  ['core/src/operations/tour/best-ways.ts', 'cost[j]! + Math.sqrt', 'Math.sqrt', 'core/test/order'],
  ['core/src/operations/tour/stops.ts', 'ways.length - 1 - k', 'k', 'core/test/order'],
  ['core/src/job/run-operations.ts', '.sort((a, b) => b - a)', '.sort((a, b) => a - b)', 'core/test/order'],
  ['core/src/job/run-operations.ts', '[all.filter(({ first }) => first), ', '[[], ', 'core/test/order'],
  ['core/src/sheet/in-openings.ts', 'return isRoundAll &&', 'return', 'core/test/order'],
  [
    'core/src/operations/cut-line.ts',
    'offsetRegion(material, kerf / 2)',
    'offsetRegion(material, kerf)',
    'core/test/cut',
  ],
  ['core/src/operations/cut-line.ts', 'kerf / 2 + ASIDE', 'ASIDE', 'core/test/cut-lines'],
  ['core/src/operations/lines.ts', '-plan.kerf / 2)', 'plan.kerf / 2)', 'core/test/cut-lines'],
  ['core/src/operations/leads.ts', 'x: way.y, y: -way.x', 'x: -way.y, y: way.x', 'core/test/cut-lines'],
  ['core/src/operations/leads.ts', '!== isIn) return false', '!== isIn) return true', 'core/test/cut-lines'],
  ['core/src/operations/leads.ts', 'isNear(start, ring, kerf / 2)', 'false', 'core/test/cut-lines'],
  ['core/src/operations/leads.ts', 'if (overlap <= 0)', 'if (overlap > 0)', 'core/test/cut-lines'],
  ['core/src/geometry/loop.ts', 'segments.slice(start)', 'segments', 'core/test/cut-lines'],
  ['core/src/job/agreement.ts', 'file.lines === job.lines', 'true', 'core/test/machine'],
  ['core/src/job/agreement.ts', '> slack.rounded + slack[unit]', '> 1e9 + slack[unit]', 'core/test/machine'],
  ['core/src/machine/run-file.ts', 'if (work === null) return [];', '', 'core/test/machine'],
  ['core/src/machine/drawing-of-artwork.ts', 'layer || colour', 'layer', 'core/test/machine'],
  ['core/src/check/accepted.ts', '|| isWorse(finding, own.value)', '', 'core/test/check'],
  ['core/src/shop/shop.ts', 'works.length > 1 &&', '', 'core/test/recipe'],
  ['core/src/fills/which-tool.ts', 'lengthOf(middle) / 2', '0', 'core/test/pockets'],
  ['core/src/fills/which-tool.ts', '1 - areaOf(missed) / whole', '1', 'core/test/pockets'],
  ['core/src/fills/fill-letters.ts', 'bare > BARE', 'bare === 1', 'core/test/pockets'],
  [
    'core/src/operations/lines.ts',
    '?? this.plan.assignment[kind]',
    '?? this.plan.assignment.outer',
    'core/test/figures',
  ],
  [
    'core/src/operations/lines.ts',
    '(this.someOwn ? ownOperation(contour, this.plan) : null) ??',
    '',
    'core/test/items',
  ],
  // places, shapes, plates, edits of the sheet
  ['core/src/construct/places.ts', 'return to + margin', 'return to', 'core/test/places'],
  ['core/src/construct/places.ts', 'held.distance - edgeOf(item, held.own)', 'held.distance', 'core/test/places'],
  ['core/src/construct/places.ts', "if (edge === 'cap') return lines.cap;", '', 'core/test/places'],
  ['core/src/construct/places.ts', '!item.isGuide &&', '', 'core/test/places'],
  ['core/src/construct/plate-outline.ts', 'const POINT = 0.25', 'const POINT = 0.3', 'core/test/plates'],
  ['core/src/construct/plate-outline.ts', '(i * 360) / count', '(i * 180) / count', 'core/test/plates'],
  ['core/src/shapes/corners.ts', 'wanted / Math.tan(half)', 'wanted', 'core/test/shapes'],
  ['core/src/shapes/figures.ts', '(4 / 3) * Math.tan((turn * RADIANS) / 4)', '0.2', 'core/test/shapes'],
  ['core/src/geometry/arc-from-ends.ts', '(sweep * Math.PI) / 360', '(sweep * Math.PI) / 180', 'core/test/shapes'],
  ['core/src/sheet/snap.ts', 'away > least', 'away < least', 'core/test/snap'],
  ['core/src/sheet/snap.ts', '(room - size) / 2', 'room / 2', 'core/test/snap'],
  [
    'core/src/recipe/edits/places.ts',
    '(!to && (item.place !== null || isInField(item)))',
    '!to',
    'core/test/sheet-edits',
  ],
  [
    'core/src/recipe/edits/items.ts',
    'hold: ids.reduce(withoutItem, thing.hold)',
    'hold: thing.hold',
    'core/test/sheet-edits',
  ],
  ['core/src/recipe/edits/size.ts', 'isShare ||', '', 'core/test/sheet-edits'],
  [
    'core/src/recipe/schema/holds.ts',
    'place === null && !field ? items.slice(0, i).map((_, k) => k) :',
    '',
    'core/test/places',
  ],
  ['core/src/check/rules/past-the-guide.ts', 'regionArea(past) < NOTHING', 'false', 'core/test/sheet-edits'],
  // check, report, files
  [
    'core/src/job/report.ts',
    '* around.material.density) / 1000',
    '* around.material.density) / 100',
    'core/test/figures',
  ],
  [
    'core/src/check/rules/one-bridge.ts',
    'grams <= machine.bridgeLoad',
    'grams <= 10 * machine.bridgeLoad',
    'core/test/figures',
  ],
  ['core/src/check/measured-places.ts', '`${rule}:${who}:${number}`', '`${rule}:${who}`', 'core/test/measures'],
  ['core/src/formats/compare.ts', 'other.closed && isTangled', 'false && isTangled', 'core/test/formats'],
  ['core/src/formats/pdf/pdf-writer.ts', '1 + Math.ceil(left / LINES_ON_PAGE)', '2', 'core/test/formats'],
  ['core/src/recipe/identity.ts', 'n === 0 ? whole', 'false ? whole', 'core/test/identity'],
  ['core/src/recipe/edits/bridges.ts', 'place ?? bridgesOf', 'bridgesOf', 'core/test/edits'],
  ['core/src/recipe/edits/bridges.ts', 'drop: { all: false,', 'drop: { all: drop.all,', 'core/test/edits'],
  ['core/src/check/rules/order.ts', '[...others!, ...freeing!]', '[...freeing!, ...others!]', 'core/test/check'],
  ['core/src/check/mends/thicken.ts', '- Math.min(...widths)) / 2', '- Math.min(...widths)) / 4', 'core/test/edits'],
  // server and stores
  ['web/src/server/jobs.ts', 'eq(jobs.revision, base),', '', 'web/test/kept'],
  ['web/src/server/jobs.ts', 'if (done) return done;', '', 'web/test/kept'],
  ['web/src/server/jobs.ts', "search.trim().replace(/[\\\\%_]/g, '\\\\$&')", 'search.trim()', 'web/test/kept'],
  [
    'web/src/server/shop.ts',
    'await tx.update(jobs).set({ summary: null, summaryRevision: null });',
    '',
    'web/test/kept',
  ],
  ['web/src/server/releases.ts', 'if (job.revision !== revision)', 'if (false)', 'web/test/kept'],
  ['web/src/server/doorkeeper.ts', "site !== 'same-origin' && site !== 'none'", 'false', 'web/test/door'],
  ['web/src/server/doorkeeper.ts', 'new URL(origin).host === host.toLowerCase()', 'true', 'web/test/door'],
  [
    'web/src/server/threads/pool.ts',
    'order.urgent ? this.queue.findIndex(({ urgent }) => !urgent) : -1',
    '-1',
    'web/test/pool',
  ],
  [
    'web/src/server/threads/pool.ts',
    'if (thread.doing === waiting) this.end(thread, new Refusal(503, waiting.late));',
    '',
    'web/test/pool',
  ],
  ['web/src/job/autosave.ts', 'dropDraft(id, tab)', 'void 0', 'web/test/autosave'],
  ['web/src/job/drafts.ts', 'prefixOf(job) + tab', 'prefixOf(job)', 'web/test/autosave'],
  ['web/src/job/autosave.ts', 'else if (status === 404)', 'else if (status === 999)', 'web/test/autosave'],
  ['web/src/api/ask.ts', 'if (json === null) throw', 'if (false) throw', 'web/test/autosave'],
  ['web/src/job/job-store.ts', '[...inverse, ...last.inverse]', '[...last.inverse, ...inverse]', 'web/test/job-store'],
  ['web/src/worker/latest.ts', 'if (this.running !== own) return;', '', 'web/test/latest'],
  // rails, plates of items, stretching, nodes
  ['core/src/construct/rails.ts', 'y + overlap - height', 'y - overlap - height', 'core/test/rails'],
  ['core/src/construct/rails.ts', '(sheet + feet.play) / 2', 'sheet / 2', 'core/test/rails'],
  ['core/src/construct/rails.ts', 'floor - depth', 'all.minY - depth', 'core/test/rails'],
  ['core/src/hold/hold-thing.ts', '...whole.material, ...beside', '...whole.material', 'core/test/rails'],
  ['core/src/geometry/widest-box.ts', 'x: x / aspect', 'x: x * aspect', 'core/test/plates'],
  ['core/src/geometry/widest-box.ts', 'cell.reach + cell.half >', 'cell.reach >', 'core/test/plates'],
  ['core/src/construct/places.ts', 'Math.max(fitted.x, fitted.y * aspect)', 'fitted.x', 'core/test/plates'],
  [
    'core/src/construct/plate-item.ts',
    "item.role === 'plate' ? 'line'",
    "item.role === 'plate' ? 'guide'",
    'core/test/plates',
  ],
  ['core/src/check/rules/hole-in-the-way.ts', '> NOTHING', '> 1e9', 'core/test/plates'],
  ['core/src/recipe/edits/stretch.ts', '(item.stretch * x) / y', 'item.stretch * x', 'core/test/stretch'],
  ['core/src/hold/joins/bars.ts', 'bounds.minY < y + width / 2', 'true', 'core/test/joins'],
  ['core/src/recipe/stock.ts', "backers.laid ? 'backers'", "!backers.laid ? 'backers'", 'core/test/makes'],
  // artwork
  ['core/src/artwork/svg/elliptical-arc.ts', 'large === sweep ? -1 : 1', '1', 'core/test/artwork-svg'],
  ['core/src/geometry/placed-contour.ts', 'segment.sweep * side', 'segment.sweep', 'core/test/artwork-svg'],
  ['core/src/artwork/svg/path.ts', "command = command === 'M' ? 'L' : 'l'", "command = 'L'", 'core/test/artwork-svg'],
  ['core/src/artwork/svg/styles.ts', 'if (last.child) return false', '', 'core/test/artwork-svg'],
  ['core/src/artwork/svg/read-svg.ts', 'usesDeep: around.usesDeep + 1', 'usesDeep: 0', 'core/test/artwork-svg'],
  ['core/src/artwork/svg/paint.ts', 'const WHITE = 0xfc', 'const WHITE = 0x00', 'core/test/artwork'],
  ['core/src/artwork/closing/pair-ends.ts', 'count > chosen.count ||', '', 'core/test/closing'],
  ['core/src/artwork/closing/close-lines.ts', 'a >> 1 !== b >> 1 ||', 'true ||', 'core/test/closing'],
  ['core/src/artwork/closing/meeting.ts', 'const MOVED = 0.1', 'const MOVED = 10', 'core/test/closing'],
  ['core/src/artwork/form.ts', 'knockOut(below, own)', 'below', 'core/test/artwork.test'],
  ['core/src/artwork/form.ts', '* plan.factor', '', 'core/test/artwork.test'],
  ['core/src/artwork/form.ts', 'layer === name ?', 'true ?', 'core/test/artwork.test'],
  ['core/src/artwork/closing/doubled.ts', '.sort((a, b) => b.length - a.length)', '', 'core/test/closing'],
  ['core/src/artwork/closing/doubled.ts', 'const COVERED = 0.985', 'const COVERED = 0.2', 'core/test/closing'],
  ['core/src/artwork/closing/overshoots.ts', 'start ? 1 - start.t : 0', 'start ? start.t : 0', 'core/test/closing'],
  ['core/src/artwork/closing/overshoots.ts', 'least.get(trim.a) === trim &&', '', 'core/test/closing'],
  ['core/src/artwork/closing/decided.ts', 'apart <= least', 'apart <= 1e9', 'core/test/closing'],
  ['core/src/artwork/closing/decided.ts', 'open.add(keyOf(a, b))', "open.add('')", 'core/test/closing'],
  ['core/src/artwork/closing/meeting.ts', 'segment.sweep - turn', 'segment.sweep + turn', 'core/test/closing'],
  ['core/src/artwork/dxf/read-dxf.ts', "own === '0' ? around.layer : own", 'own', 'core/test/artwork-dxf'],
  ['core/src/artwork/dxf/splines.ts', 'cross > 0)', 'cross < 0)', 'core/test/artwork-dxf'],
  ['core/src/artwork/dxf/own-plane.ts', 'c: up[0]', 'c: -up[0]', 'second-opinion/dxf-in'],
  ['core/src/artwork/dxf/hatch.ts', 'forwards ? sweep : -sweep', 'sweep', 'second-opinion/dxf-in'],
  ['core/src/artwork/dxf/runs.ts', '-major.y * ratio', 'major.y * ratio', 'second-opinion/dxf-in'],
  ['core/src/artwork/offers.ts', '? 1 : UNLIKELY', '? 1 : 1', 'core/test/artwork-dxf'],
  ['core/src/artwork/picture/refine.ts', 'x: -(b.y - a.y)', 'x: (b.y - a.y)', 'core/test/trace'],
  ['core/src/artwork/picture/trace.ts', 'x - RIM + 0.5', 'x - RIM', 'core/test/trace'],
  ['core/src/artwork/fitting/corners.ts', 'const LEAST_TURN = 26', 'const LEAST_TURN = 90', 'core/test/trace'],
  ['core/src/artwork/fitting/fit-curve.ts', 'worst <= tolerance', 'worst <= 4 * tolerance', 'core/test/trace'],
  ['core/src/artwork/fitting/refit.ts', 'off <= tolerance ?', 'true ?', 'core/test/trace'],
  ['core/src/recipe/edits/artwork.ts', 'withLayer(each, all, name, false)', 'each', 'core/test/artwork.test'],
  ['core/src/items/artwork.ts', 'middleOf(reading, item)', '{ x: 0, y: 0 }', 'core/test/artwork.test'],
  ['core/src/check/rules/lost-decision.ts', '!lost.includes(i)', 'lost.includes(i)', 'core/test/artwork.test'],
  // nodes, redrawn outlines
  ['core/src/geometry/nodes/handles.ts', 'c2: next ? add(c2, by) : c2', 'c2', 'core/test/nodes'],
  ['core/src/geometry/nodes/handles.ts', '!isFree && across', 'across', 'core/test/nodes'],
  ['core/src/geometry/nodes/corners.ts', 'turn > 0 ? 1 : -1, radius', '1, radius', 'core/test/nodes'],
  ['core/src/geometry/nodes/ends.ts', '{ arc: -run.arc }', '{ arc: run.arc }', 'core/test/nodes'],
  ['core/src/geometry/nodes/redraw.ts', 'if (was.closed !== now.closed) return null;', '', 'core/test/nodes'],
  ['core/src/geometry/nodes/redraw.ts', 'if (!found) lost.push(number);', 'if (!found) void 0;', 'core/test/nodes'],
  ['core/src/geometry/nodes/runs.ts', 'if (gap > widest) [widest, from] = [gap, n];', '', 'core/test/nodes'],
  ['core/src/lettering/glyph-forms.ts', 'own >= 0 ? own :', '', 'core/test/redrawn'],
  ['core/src/recipe/edits/words.ts', 'letter: follow(each.letter)', 'letter: each.letter', 'core/test/redrawn'],
  ['core/src/recipe/edits/redrawn.ts', '...item.redrawn.filter((_, i) => lost.includes(i)), ', '', 'core/test/redrawn'],
  ['core/src/screen/outline-picture.ts', 'turnBy(turn), ', '', 'core/test/redrawn'],
  // clear fields
  [
    'core/src/construct/clear-field.ts',
    'margin > 0 ? offsetRegion(region, -margin) : region',
    'region',
    'core/test/artwork.test',
  ],
  ['core/src/construct/clear-field.ts', 'Number(b.isClear) - Number(a.isClear) || ', '', 'core/test/artwork.test'],
  ['core/src/assembly/draw-items.ts', 'distance: to.x - from.x', 'distance: 0', 'core/test/artwork.test'],
  // other files
  ['core/src/artwork/stroke-area.ts', 'turn > 0 ? 1 : -1', '1', 'core/test/artwork.test'],
  ['core/src/artwork/hpgl/read-hpgl.ts', 'closed && segments.length > 1', 'false', 'core/test/artwork-hpgl'],
  ['core/src/artwork/hpgl/encoded-polyline.ts', 'isSevenBit ? 32 : 64', '64', 'core/test/artwork-hpgl'],
  ['core/src/artwork/pdf/page-walk.ts', 'compose(state.matrix, form.matrix)', 'state.matrix', 'core/test/artwork-pdf'],
  ['core/src/artwork/pdf/colours.ts', '(1 - b) * (1 - d)', '1 - b', 'core/test/artwork-pdf'],
  ['core/src/artwork/unpacked.ts', 'if (size > most)', 'if (false)', 'core/test/artwork-pdf'],
  // fills
  [
    'core/src/fills/scan-lines.ts',
    '(most - least) / spacing - 1e-6',
    '(most - least) / spacing / 1.5',
    'core/test/fills',
  ],
  ['core/src/fills/serpentine.ts', '!== 1) continue', '> 9) continue', 'core/test/fills'],
  ['core/src/fills/hatch.ts', 'radius + plan.inset);\n  const isDense', 'radius);\n  const isDense', 'core/test/fills'],
  ['core/src/fills/hatch.ts', 'inside = !inside', 'inside = true', 'core/test/fills'],
  ['core/src/fills/walls.ts', '!isCovered(', 'isCovered(', 'core/test/fills'],
  ['core/src/operations/lines.ts', 'area: lot.contours, missed', 'area: lot.contours, missed: []', 'core/test/check'],
  [
    'core/src/fills/pocket.ts',
    'left.length === 0 ? [] : ringsWithout',
    'true ? [] : ringsWithout',
    'core/test/pockets',
  ],
  ['core/src/fills/pocket.ts', 'radius + plan.inset', 'radius * 0.9', 'core/test/pockets'],
  ['core/src/fills/pocket.ts', "plan.way === 'climb' ? ring", "plan.way !== 'climb' ? ring", 'core/test/pockets'],
  ['core/src/fills/rest.ts', 'reachOf(before))', 'reachOf(tool * 1.5))', 'core/test/pockets'],
  ['core/src/fills/cone.ts', 'plan.tip / 2) / slope', '0) / slope', 'core/test/pockets'],
  ['core/src/fills/cone.ts', 'plan.angle * Math.PI) / 360', 'plan.angle * Math.PI) / 180', 'core/test/pockets'],
  ['core/src/fills/dots.ts', 'diameter / 2 + edge', 'diameter / 2', 'core/test/pockets'],
  ['core/src/fills/clip-lines.ts', 'if (!isIn(', 'if (isIn(', 'core/test/pockets'],
  // centerline
  ['core/src/centerline/walls.ts', '(half * dx) / far', '(0.8 * half * dx) / far', 'core/test/centerline'],
  ['core/src/centerline/ends.ts', 'if (isShort) return', 'if (!isShort) return', 'core/test/centerline'],
  ['core/src/centerline/spurs.ts', 'adds < SERIF * scale', 'adds < 0 * scale', 'core/test/centerline'],
  ['core/src/centerline/reading-cost.ts', 'corner: 0.9', 'corner: 9', 'core/test/centerline'],
  [
    'core/src/centerline/pieces.ts',
    'if (!stands) dots.push(last)',
    'if (stands) dots.push(last)',
    'core/test/centerline',
  ],
  ['core/src/centerline/fit-stroke.ts', 'worst <= tolerance', 'worst <= 30 * tolerance', 'core/test/centerline'],
];

const wanted = process.argv.slice(2);
const chosen = FAULTS.filter(([file]) => wanted.length === 0 || wanted.some((part) => file.includes(part)));

// Nothing is planted in the checkout itself.
const copy = mkdtempSync(path.join(tmpdir(), 'needlefile-planted-'));
const isSource = (from) => !/node_modules|\.git$|\.next|\.data|screenshots/.test(path.relative(root, from));
cpSync(root, copy, { recursive: true, filter: isSource });
symlinkSync(path.join(root, 'node_modules'), path.join(copy, 'node_modules'));
process.on('exit', () => rmSync(copy, { recursive: true, force: true }));
process.on('SIGINT', () => process.exit(130));

let caught = 0;
for (const [file, there, instead, tests, ...more] of chosen) {
  const full = path.join(copy, file);
  const before = readFileSync(full, 'utf8');
  let planted = before;
  for (const [find, put] of [[there, instead], more].filter(([each]) => each !== undefined)) {
    if (!planted.includes(find)) throw new Error(`${file} no longer has: ${find}`);
    planted = planted.replace(find, () => put);
  }
  writeFileSync(full, planted);
  const { status } = spawnSync(bin('vitest'), ['run', '--bail=1', '--reporter=dot', tests], {
    cwd: copy,
    stdio: 'ignore',
  });
  writeFileSync(full, before);
  if (status !== 0) caught++;
  console.log(`${status !== 0 ? 'found' : 'NOT FOUND'}  ${file}: ${there.slice(0, 70)}`);
}
console.log(`${caught} of ${chosen.length} planted faults found (${Math.round((100 * caught) / chosen.length)} %)`);
process.exitCode = caught < 0.8 * chosen.length ? 1 : 0;
