import { SCHOOLS, type SchoolQuestion } from '@north-step/core/route';
import { Link } from 'react-router';
import { useRoutesQuery } from '../../store/api.ts';
import { HeadRow } from '../../ui/index.ts';
import { SlimBand } from '../next/index.ts';
import { type Disagreement, OF_ROUTES, OF_SHOPS } from './disagreements.ts';

const QUESTIONS = Object.keys(SCHOOLS) as readonly SchoolQuestion[];
type Counted = (answer: string) => number | undefined;

/** Every question on which practitioners disagree: whom each answer helps, and what is advised here. */
export function SchoolsPage() {
  const routes = useRoutesQuery().data?.routes;
  const count = (question: SchoolQuestion) => (answer: string) =>
    routes?.filter(({ schools }) => schools[question] === answer).length;
  return (
    <>
      <SlimBand
        say={`${QUESTIONS.length + OF_SHOPS.length} questions on which practitioners disagree`}
        more="Each answer helps somebody. What is advised is only that: the route decides, and the record keeps which was used."
      />
      <div className="px-[18px] py-3">
        <p>
          <Link className="underline" to="/routes">
            All routes
          </Link>
        </p>
        {QUESTIONS.map((question) => (
          <Answers key={question} of={OF_ROUTES[question]} question={question} count={count(question)} />
        ))}
        {OF_SHOPS.map((one) => (
          <Answers key={one.title} of={one} />
        ))}
      </div>
    </>
  );
}

type AnswersProps = { readonly of: Disagreement; readonly question?: SchoolQuestion; readonly count?: Counted };
function Answers({ of: { title, helps, advises, why }, question, count }: AnswersProps) {
  return (
    <section aria-label={title} className="mt-5 max-w-[1000px]">
      <h2 className="text-lg font-bold">{title}</h2>
      <table className="table-plain w-full">
        <HeadRow names={question ? ['answer', 'helps', 'routes'] : ['answer', 'helps']} />
        <tbody>
          {Object.entries(helps).map(([answer, text]) => (
            <tr key={answer}>
              <td className="w-60 font-bold">{answer}</td>
              <td>{text}</td>
              {question && <RoutesOf question={question} answer={answer} count={count?.(answer) ?? 0} />}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 border-l-4 border-sea pl-3">
        <b>Advised: {advises}</b> <span className="text-ink-2">{why}</span>
      </p>
    </section>
  );
}

type RoutesOfProps = { readonly question: SchoolQuestion; readonly answer: string; readonly count: number };
const RoutesOf = ({ question, answer, count }: RoutesOfProps) => (
  <td className="w-24">
    {count > 0 ? (
      <Link className="underline" to={`/routes?${new URLSearchParams({ [question]: answer })}`}>
        {count} {count === 1 ? 'route' : 'routes'}
      </Link>
    ) : (
      'none'
    )}
  </td>
);
