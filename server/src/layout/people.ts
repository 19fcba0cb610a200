import { sql } from '../db/index.ts';
import type { Handler } from '../http/command.ts';
import { Refused, unknown } from '../http/errors.ts';
import { called, nameTaken, told } from './keep.ts';

/** Somebody new, or somebody called otherwise: what they did keeps the name that they had. */
export const savePerson: Handler<'person.save'> = async (work) => {
  const { tx, context, body } = work;
  const name = called(body.name);
  const twin = await tx.maybeOne(
    sql`SELECT 1 AS one FROM person WHERE lower(name) = lower(${name}) AND left_at IS NULL AND id <> ${body.personId ?? ''}`,
  );
  if (twin) throw nameTaken('Somebody is already called', name);
  if (body.personId === undefined) {
    await tx.many(sql`
      INSERT INTO person (id, name, role, place) SELECT ${context.newId()}, ${name}, ${body.role}, coalesce(max(place), 0) + 1 FROM person`);
    return told(work, { what: 'came', name });
  }
  const before = await tx.maybeOne<{ name: string }>(
    sql`SELECT name FROM person WHERE id = ${body.personId} AND left_at IS NULL`,
  );
  if (!before) throw unknown('person', body.personId);
  await tx.many(sql`UPDATE person SET name = ${name}, role = ${body.role} WHERE id = ${body.personId}`);
  return told(work, { what: 'called', name, before: before.name });
};

/** Somebody works here no more; the last one stays, since somebody must. */
export const leavePerson: Handler<'person.leave'> = async (work) => {
  const { tx, context, body } = work;
  const people = await tx.many<{ id: string; name: string }>(sql`SELECT id, name FROM person WHERE left_at IS NULL`);
  const person = people.find(({ id }) => id === body.personId);
  if (!person) throw unknown('person', body.personId);
  if (people.length === 1)
    throw new Refused({
      code: 'LAST_PERSON',
      message: `${person.name} is the only one here. Nothing was changed.`,
      remedy: 'Add somebody else first.',
      field: 'personId',
    });
  await tx.many(sql`UPDATE person SET left_at = ${new Date(context.nowMs())} WHERE id = ${person.id}`);
  return told(work, { what: 'left', name: person.name });
};
