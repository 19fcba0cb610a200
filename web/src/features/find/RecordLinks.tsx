import { NavLink } from 'react-router';

const PAGES = [
  ['/records', 'Records'],
  ['/records/recall', 'Recall'],
  ['/records/trends', 'Trends'],
  ['/records/anchors', 'Anchors'],
  ['/records/verify', 'Verify a file'],
  ['/records/files', 'Export and import'],
] as const;

/** The pages of the records. */
export const RecordLinks = () => (
  <nav aria-label="Pages of the records" className="flex flex-wrap gap-x-5 px-[18px] pt-1 print:hidden">
    {PAGES.map(([to, text]) => (
      <NavLink
        key={to}
        end
        to={to}
        className={({ isActive }) =>
          `min-h-11 content-center underline-offset-8 ${isActive ? 'font-bold underline' : ''}`
        }
      >
        {text}
      </NavLink>
    ))}
  </nav>
);
