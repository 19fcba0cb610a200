import { type Refusal, statusOf } from '@north-step/core/result';
import { InputError } from '@north-step/core/units';
import type { FastifyError, FastifyInstance } from 'fastify';
import { DatabaseError, DatabaseLost } from '../db/index.ts';
import { NotAnswered } from '../threads/index.ts';

/** A refusal on its way to the client; thrown inside a transaction it also takes everything back. */
export class Refused extends Error {
  readonly refusal: Refusal;
  constructor(refusal: Refusal) {
    super(refusal.message);
    this.name = 'Refused';
    this.refusal = refusal;
  }
}

export const unknown = (what: string, id: string): Refused =>
  new Refused({
    code: 'UNKNOWN_ID',
    message: `There is no ${what} “${id}”.`,
    remedy: 'Reload the page: it may have been renamed.',
  });

const KEPT = 'Nothing was changed.';
const BROKEN_FORM = /multipart|boundary|form|part header|unexpected end/i;

/** Turns every failure into `{ error: { code, message, field?, kept?, remedy? } }`. */
export function errorReplies(app: FastifyInstance): void {
  app.setNotFoundHandler((request, reply) => {
    reply.status(404).send({
      error: { code: 'NOT_FOUND', message: `There is nothing at ${request.method} ${request.url.slice(0, 200)}.` },
    });
  });
  app.setErrorHandler((error: FastifyError | Error, request, reply) => {
    const send = (said: Refusal) => reply.status(statusOf(said.code)).send({ error: { ...said, kept: KEPT } });
    if (error instanceof Refused) {
      const { code, message, field, remedy } = error.refusal;
      return send({ code, message, field, remedy });
    }
    if (error instanceof NotAnswered) return send(givenUp(error));
    const status = 'statusCode' in error ? error.statusCode : undefined;
    if (status === 413)
      return reply.status(413).send({
        error: {
          code: 'TOO_LARGE',
          message: 'The file or message is larger than this accepts.',
          remedy: 'Reduce the mesh below 2.4 million triangles.',
          kept: KEPT,
        },
      });
    if (error instanceof InputError) return send({ code: 'BAD_VALUE', message: error.message, field: error.field });
    if ('validation' in error && error.validation) {
      const first = error.validation[0];
      const field = fieldOf(first);
      return send({
        code: 'BAD_INPUT',
        message: `${field || 'The request'} ${first?.message ?? 'is not valid'}.`,
        field,
      });
    }
    // what a form's parser says of a form that is cut off has no status of its own
    if (request.isMultipart?.() && BROKEN_FORM.test(error.message))
      return send({
        code: 'BAD_INPUT',
        message: `The form could not be read: ${error.message}.`,
        field: 'file',
        remedy: 'Send the file again.',
      });
    if (status && status < 500)
      return reply.status(status).send({ error: { code: 'BAD_REQUEST', message: error.message, kept: KEPT } });
    if (error instanceof DatabaseError && error.constraint?.startsWith('vessel_overdrawn')) {
      return send({
        code: 'VESSEL_OVERDRAWN',
        message: 'A vessel holds less than that.',
        remedy: 'Count it first, or take less.',
      });
    }
    if (error instanceof DatabaseLost) {
      request.log.fatal({ err: error }, 'the database is lost');
      return reply.status(statusOf('NOT_KNOWN_SAFE')).send({
        error: {
          code: 'NOT_KNOWN_SAFE',
          message: `${error.message} North Step takes nothing more and stops.`,
          kept: 'It may be written, but is not known to be safe; the same command sent again is done once.',
          remedy: 'See that the disk has room and works, and start North Step again.',
        },
      });
    }
    request.log.error({ err: error, faultId: request.id }, 'unexpected failure');
    return send({
      code: 'UNEXPECTED',
      message: `North Step itself failed (fault ${request.id}); it is not what you entered. The fault was written to the server’s log.`,
      remedy: 'Try again; if it fails again, pass the number of the fault on with the log.',
    });
  });
}

/** Why a calculation was given up, for whoever asked for it. */
function givenUp({ why, limit }: NotAnswered): Refusal {
  switch (why) {
    case 'too-long':
      return {
        code: 'TOO_LONG',
        message: `That takes longer than ${limit} s to work out; it was given up.`,
        remedy: 'Ask for less at once: fewer points, a coarser mesh, a shorter history.',
      };
    case 'too-large':
      return {
        code: 'TOO_LARGE',
        message: `That takes more than ${limit} MB of memory to work out; it was given up.`,
        remedy: 'Ask for less at once.',
      };
    case 'too-many':
      return {
        code: 'TOO_MANY',
        message: `${limit} questions of yours wait already; this one was not taken.`,
        remedy: 'Wait for the answers.',
      };
    case 'left':
      return { code: 'CANCELLED', message: 'Nobody waited for the answer any more.' };
  }
}

type ValidationRow = { instancePath?: string; params?: Record<string, unknown>; message?: string };
function fieldOf(row: ValidationRow | undefined): string {
  const path = (row?.instancePath ?? '').replace(/^\//, '').replaceAll('/', '.');
  const extra = row?.params?.missingProperty ?? row?.params?.additionalProperty;
  return [path, extra].filter(Boolean).join('.');
}
