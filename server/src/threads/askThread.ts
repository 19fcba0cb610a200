import { InputError } from '@north-step/core/units';
import { Piscina } from 'piscina';
import type { Answered } from './answerAsked.ts';
import { FairQueue } from './fairQueue.ts';
import { threadFile } from './thread.ts';

/** Who asks: one line for each, and work is dropped when they leave. */
export type Asking = { readonly client: string; readonly signal?: AbortSignal };
export type Asker<Question, Answer> = {
  /** @throws InputError when what is asked cannot be answered; NotAnswered when it is too much; Error with the thread's stack for a fault of its own */
  readonly ask: (question: Question, asking?: Asking) => Promise<Answer>;
  readonly close: () => Promise<void>;
};
export type Limits = {
  /** how many questions are worked on at once, one of each client; default 1 */
  readonly threads?: number;
  /** a question is given so long once it is begun */
  readonly withinMs?: number;
  /** memory of a thread */
  readonly memoryMb?: number;
  /** a thread with nothing to do is kept so long; default ten seconds: what it held is given back */
  readonly idleMs?: number;
};
/** too-long, too-large: the question; too-many: of this client wait; left: nobody waits for the answer any more */
export type WhyNot = 'too-long' | 'too-large' | 'too-many' | 'left';

/** A question that was given up. */
export class NotAnswered extends Error {
  readonly why: WhyNot;
  /** what it was given, s or MB or questions */
  readonly limit: number;
  constructor(why: WhyNot, limit = 0) {
    super(`given up: ${why} ${limit}`);
    this.name = 'NotAnswered';
    this.why = why;
    this.limit = limit;
  }
}

/** Work of our own, in the background. */
const OURSELVES: Asking = { client: 'north-step' };
const MOST_WAITING = 32;
const DEFAULTS = { threads: 1, withinMs: 300_000, memoryMb: 512, idleMs: 10_000 };

type Job = {
  readonly client: string;
  readonly begin: () => Promise<void>;
  readonly reject: (error: Error) => void;
};

/** Threads for one kind of question, started when they are needed. Whoever waits has a line of their own. */
export function askThread<Question, Answer>(source: URL, limits: Limits = {}): Asker<Question, Answer> {
  const { threads, withinMs, memoryMb, idleMs } = { ...DEFAULTS, ...limits };
  const { file, argv } = threadFile(source);
  let pool: Piscina<Question, Answered<Answer>> | undefined;
  const queue = new FairQueue<Job>();
  const running = new Map<string, Job>();

  const workOn = async (question: Question, signal?: AbortSignal): Promise<Answer> => {
    pool ??= new Piscina({
      filename: file.href,
      argv,
      minThreads: 0,
      maxThreads: threads,
      idleTimeout: idleMs,
      resourceLimits: { maxOldGenerationSizeMb: memoryMb },
    });
    const tooLong = AbortSignal.timeout(withinMs);
    try {
      const answered = await pool.run(question, { signal: signal ? AbortSignal.any([signal, tooLong]) : tooLong });
      if ('answer' in answered) return answered.answer;
      throw errorOf(answered.failed);
    } catch (error) {
      if (tooLong.aborted) throw new NotAnswered('too-long', withinMs / 1000);
      if (signal?.aborted) throw new NotAnswered('left');
      if ((error as { code?: string }).code === 'ERR_WORKER_OUT_OF_MEMORY')
        throw new NotAnswered('too-large', memoryMb);
      throw error;
    }
  };
  const next = () => {
    while (running.size < threads) {
      const job = queue.take((client) => running.has(client));
      if (!job) return;
      running.set(job.client, job);
      void job.begin().finally(() => {
        running.delete(job.client);
        next();
      });
    }
  };
  return {
    ask: (question, { client, signal } = OURSELVES) =>
      new Promise((resolve, reject) => {
        if (signal?.aborted) return reject(new NotAnswered('left'));
        if (client !== OURSELVES.client && queue.waitingOf(client) >= MOST_WAITING)
          return reject(new NotAnswered('too-many', MOST_WAITING));
        const job: Job = { client, begin: () => workOn(question, signal).then(resolve, reject), reject };
        queue.add(job);
        signal?.addEventListener('abort', () => {
          queue.remove(job);
          reject(new NotAnswered('left'));
        });
        next();
      }),
    close: async () => {
      for (const { reject } of queue.empty()) reject(new Error('the server stops'));
      await pool?.destroy();
    },
  };
}

function errorOf({
  message,
  field,
  stack,
}: {
  message: string;
  field?: string | undefined;
  stack?: string | undefined;
}): Error {
  if (field !== undefined) return new InputError(field, message);
  const error = new Error(message);
  if (stack !== undefined) error.stack = stack;
  return error;
}
