import { Link } from 'react-router';
import { RecordLinks } from '../find/index.ts';
import { SlimBand } from '../next/index.ts';
import { TakeSheet } from './TakeSheet.tsx';
import { TakeShop } from './TakeShop.tsx';

/** What leaves in open files one thing at a time, and where. */
const PIECES = [
  ['Sealed records, one or the chain', '/records', 'JSON, CSV, PDF, certificate, bundle'],
  ['Batches that are listed', '/batches', 'CSV'],
  ['Movements of solvent', '/solvent/movements', 'CSV'],
  ['Where solvent went', '/solvent/where', 'CSV'],
  ['Resin cards', '/resins', 'JSON, one card each'],
  ['Routes', '/routes', 'JSON, one route each'],
  ['The bench, without what is in it', '/room', 'JSON'],
  ['Checks of the room', '/room', '.ics'],
] as const;

/** Everything out, everything in. */
export const FilesPage = () => (
  <>
    <SlimBand
      say="Everything leaves in open files, and comes in again."
      more="JSON and CSV in one zip, each described by a JSON Schema in docs/formats."
    />
    <RecordLinks />
    <div className="grid grid-cols-2 gap-8 px-[18px] py-3 max-lg:grid-cols-1">
      <section aria-label="Export">
        <h2 className="text-lg font-bold">Export the shop</h2>
        <p className="text-ink-2">
          Batches with all that happened, readings, the solvent book, records, resin cards, routes, lamps, photos,
          meshes: as they are now, while work goes on. What is in it can be read without North Step.
        </p>
        <p className="mt-2">
          <a className="btn btn-sea" href="/api/shop.zip" download>
            Save everything
          </a>
        </p>
        <h3 className="mt-5 font-bold">One thing at a time</h3>
        <ul className="mt-1">
          {PIECES.map(([what, to, forms]) => (
            <li key={what} className="flex flex-wrap gap-x-3 border-b border-line py-1">
              <Link className="underline" to={to}>
                {what}
              </Link>
              <span className="text-ink-2">{forms}</span>
            </li>
          ))}
        </ul>
      </section>
      <section aria-label="Import">
        <h2 className="text-lg font-bold">Take a shop in</h2>
        <p className="text-ink-2">
          Only where nothing stands yet: start North Step with a new data folder, and its first page takes it: all of it
          comes in or nothing. Here a file can be looked at. To go back to an earlier state use a backup instead (Room).
        </p>
        <div className="mt-2">
          <TakeShop />
        </div>
        <h2 className="mt-6 text-lg font-bold">From a spreadsheet</h2>
        <p className="text-ink-2">
          Batches to be hung, or readings that were noted elsewhere, up to 200 rows. It is tried whole first; all rows
          come in or none.
        </p>
        <div className="mt-2">
          <TakeSheet />
        </div>
      </section>
    </div>
  </>
);
