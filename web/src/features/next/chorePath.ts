import type { ChoreTask } from '@north-step/core/nextStep';

/** The page on which a chore is done. */
export function chorePath(task: ChoreTask): string {
  switch (task.kind) {
    case 'tend':
      return '/solvent';
    case 'read':
      return `/solvent/read?bath=${encodeURIComponent(task.bathId)}`;
    case 'meter':
      return `/cure/lamps/${encodeURIComponent(task.station)}`;
    case 'green':
      return `/batches/${encodeURIComponent(task.batchId)}`;
    case 'run':
      return `/solvent/runs/${encodeURIComponent(task.runId)}`;
    case 'check':
      return '/room/air';
    case 'look':
      return `/batches/${encodeURIComponent(task.batchId)}?look=later`;
  }
}
