import { InputError } from '@north-step/core/units';

/** What comes back from a thread: errors of our own kinds do not survive the way as what they are. */
export type Answered<Answer> =
  | { readonly answer: Answer }
  | {
      readonly failed: {
        readonly message: string;
        readonly field?: string | undefined;
        readonly stack?: string | undefined;
      };
    };

/** The other end of `askThread`: what a thread's file exports as its default. */
export const answerAsked =
  <Question, Answer>(answer: (question: Question) => Answer | Promise<Answer>) =>
  async (question: Question): Promise<Answered<Answer>> => {
    try {
      return { answer: await answer(question) };
    } catch (error) {
      const { message, stack } = error instanceof Error ? error : new Error(String(error));
      // only a fault in what was asked has a field: all else is a fault of ours
      return { failed: { message, field: error instanceof InputError ? error.field : undefined, stack } };
    }
  };
