import { MESH_UNITS, type MeshMeasures, type MeshUnit } from '@north-step/core/mesh';
import { blindHoles } from '@north-step/core/part';
import { plainNumber } from '@north-step/core/units';
import { Choice } from '../../ui/index.ts';
import { wayUp, whereOn } from '../part/index.ts';
import type { Plate, PlateItem } from './usePlate.ts';

const UNIT_NAMES: Readonly<Record<MeshUnit, string>> = { mm: 'mm', cm: 'cm', m: 'metres', inch: 'inches' };
/** Less than this in cups is a drop. */
const WORTH_A_WORD_ML = 0.2;

/** What was measured of one file, what is doubtful about it, and where it is thin or holds liquid. */
export function PartMeasures({ item, plate }: { readonly item: PlateItem; readonly plate: Plate }) {
  if (item.state.stage !== 'measured') return null;
  const { measures } = item.state;
  return (
    <>
      <Figures measures={measures} />
      <Notes measures={measures} />
      <Supports item={item} plate={plate} measures={measures} />
      <UnitChoice item={item} plate={plate} measures={measures} />
    </>
  );
}

function Figures({ measures }: { readonly measures: MeshMeasures }) {
  const volume = measures.volumeMm3 === undefined ? 'withheld' : `${plainNumber(measures.volumeMm3 / 1000, 3)} cm³`;
  const pockets = (measures.pockets ?? []).length;
  const rows = [
    ['Surface', `${plainNumber(measures.areaMm2 / 100, 3)} cm²`, 'Volume', volume],
    [
      'Box',
      `${measures.boxMm.map((mm) => plainNumber(mm, 3)).join(' × ')} mm`,
      'Thin wall',
      measures.wall ? `${plainNumber(measures.wall.p5Mm)} mm` : '–',
    ],
    [
      'Shells',
      String(measures.shells),
      'Usual wall',
      measures.wall ? `${plainNumber(measures.wall.medianMm)} mm` : '–',
    ],
    [
      'Pockets',
      measures.pockets ? String(pockets) : 'withheld',
      'Thin spots',
      measures.wall ? String(measures.wall.thinSpots.length) : '–',
    ],
  ] as const;
  return (
    <table className="mt-3 w-full">
      <tbody>
        {rows.map(([a, av, b, bv]) => (
          <tr key={a} className="border-b border-line">
            <th className="py-1.5 pr-3 text-left font-normal text-ink-2">{a}</th>
            <td className="font-bold">{av}</td>
            <th className="pr-2 pl-3 text-left font-normal text-ink-2">{b}</th>
            <td className="font-bold">{bv}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Notes({ measures }: { readonly measures: MeshMeasures }) {
  const notes = notesOf(measures);
  if (notes.length === 0) return null;
  return (
    <ul className="mt-2 border-l-4 border-amber pl-3 text-sm">
      {notes.map((note) => (
        <li key={note}>{note}</li>
      ))}
    </ul>
  );
}

function notesOf(measures: MeshMeasures): readonly string[] {
  const notes = measures.warnings.map((warning) => warning.message);
  const trappedMl = (measures.trappedMm3 ?? 0) / 1000;
  const drain = measures.drainPose;
  if (trappedMl > WORTH_A_WORD_ML)
    notes.push(
      `Hung as drawn it would hold ${plainNumber(trappedMl)} mL of resin in cups or pockets${drain && drain.trappedMm3 < 0.5 * measures.trappedMm3! ? `; with ${wayUp(drain.up)} up it keeps ${drain.trappedMm3 < 50 ? 'none' : `${plainNumber(drain.trappedMm3 / 1000)} mL`}` : ''}.`,
    );
  if ((measures.enclosedMm3 ?? 0) > 0)
    notes.push(
      `${plainNumber(measures.enclosedMm3! / 1000)} mL is enclosed with no opening that could be seen: resin in there stays.`,
    );
  for (const pocket of blindHoles(measures).slice(0, 2))
    notes.push(
      `A blind hole ${plainNumber(pocket.neckMm)} mm wide ${whereOn(measures, pocket.atMm)}: squirt it, and it dries last.`,
    );
  for (const spot of (measures.wall?.thinSpots ?? []).slice(0, 3))
    notes.push(
      `Thin ${whereOn(measures, spot.atMm)}: ${plainNumber(spot.wallMm)} mm, reaching ${plainNumber(spot.spanMm)} mm.`,
    );
  return notes;
}

type ItemProps = { readonly item: PlateItem; readonly plate: Plate; readonly measures: MeshMeasures };

function Supports({ item, plate, measures }: ItemProps) {
  const { supports } = measures;
  if (!supports && measures.shells < 2) return null;
  return (
    <p className="mt-2 text-sm">
      {supports
        ? `${supports.shells.length} of ${measures.shells} shells taken as supports (${supports.by === 'shape' ? 'by their shape' : supports.by === 'file' ? 'named so in the file' : 'picked here'}): ${plainNumber(supports.areaMm2 / 100)} cm², ${supports.contacts} contacts.`
        : `${measures.shells} shells, none taken as supports.`}{' '}
      Press a shell in the picture to change that.{' '}
      {item.supports && (
        <button type="button" className="min-h-11 underline" onClick={() => plate.setSupports(item.id, undefined)}>
          Look for them again
        </button>
      )}
    </p>
  );
}

function UnitChoice({ item, plate, measures }: ItemProps) {
  const doubtful =
    item.unit !== undefined || measures.warnings.some(({ code }) => code === 'VERY_SMALL' || code === 'VERY_LARGE');
  if (!doubtful) return null;
  return (
    <div className="mt-3">
      <span className="label">Numbers in the file are</span>
      <Choice
        label="Unit of the file"
        value={item.unit ?? 'mm'}
        options={MESH_UNITS.map((value) => ({ value, text: UNIT_NAMES[value] }))}
        onChange={(unit) => plate.setUnit(item.id, unit)}
      />
    </div>
  );
}
