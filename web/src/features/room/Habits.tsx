import type { RoomInput } from '@north-step/contract';
import { REMINDERS, type Reminder, SCHOOL_QUESTIONS, SCHOOLS, type SchoolQuestion } from '@north-step/core/bench';
import { CheckField, SelectField, WaysFields } from '../../ui/index.ts';

const REMINDER_WORDS: Readonly<Record<Reminder, string>> = {
  read: 'read a bath whose range hides its limit',
  change: 'make ready to change a bath that is nearly spent',
  meter: 'meter a lamp that is not well known',
  look: 'look again at parts a day after their light',
  green: 'tend parts that wait uncured',
  check: 'check ventilation, extinguisher and what else is due',
};
const QUESTION_WORDS: Readonly<Record<SchoolQuestion, string>> = {
  supports: 'Supports come off',
  washing: 'Washed by',
  cureIn: 'Cured in',
  howLong: 'Light',
  heat: 'Heat',
  drying: 'Dried by',
};

type HabitsProps = {
  readonly room: RoomInput;
  readonly onChange: (over: Pick<RoomInput, 'ways'> | Pick<RoomInput, 'schools'>) => void;
};

/** How this workshop keeps its time, what it wants to be reminded of, and what it prefers where practitioners disagree. */
export function Habits({ room, onChange }: HabitsProps) {
  const { ways = {}, schools = {} } = room;
  const silent = ways.silent ?? [];
  const remind = (what: Reminder, told: boolean) =>
    onChange({ ways: { ...ways, silent: REMINDERS.filter((one) => (one === what ? !told : silent.includes(one))) } });
  const prefer = (question: SchoolQuestion, answer: string) =>
    onChange({
      schools: Object.fromEntries(
        Object.entries({ ...schools, [question]: answer || undefined }).filter(([, value]) => value !== undefined),
      ),
    });
  return (
    <section aria-label="How this workshop works">
      <h2 className="text-lg font-bold">How this workshop works</h2>
      <p className="text-[13px] text-ink-2">
        Where practitioners disagree, the route that follows most of this is offered first; every other stays to be
        chosen. What a card, a part or the bench forbids is still refused.
      </p>
      <div className="mt-2 grid grid-cols-3 gap-3 max-lg:grid-cols-2 max-sm:grid-cols-1">
        {SCHOOL_QUESTIONS.map((question) => (
          <SelectField
            key={question}
            label={QUESTION_WORDS[question]}
            value={schools[question] ?? ''}
            options={[
              { value: '', text: 'as it comes' },
              ...SCHOOLS[question].map((answer) => ({ value: answer, text: answer })),
            ]}
            onChange={(answer) => prefer(question, answer)}
          />
        ))}
      </div>
      <h3 className="mt-4 font-bold">While hands are free, remind us to</h3>
      <div className="grid grid-cols-2 gap-x-4 max-lg:grid-cols-1">
        {REMINDERS.map((one) => (
          <CheckField
            key={one}
            label={REMINDER_WORDS[one]}
            value={!silent.includes(one)}
            onChange={(told) => remind(one, told)}
          />
        ))}
      </div>
      <p className="text-[13px] text-ink-2">A bath past its limit is always told.</p>
      <h3 className="mt-4 font-bold">Its time</h3>
      <WaysFields ways={ways} onChange={(next) => onChange({ ways: next })} />
    </section>
  );
}
