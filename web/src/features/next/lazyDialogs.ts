import { lazy } from 'react';

/** Dialogs come after the first paint, and are then kept: they must open while the server is away. */
export const loadDialogs = () => import('./dialogs.ts');

export const LookDialog = lazy(async () => ({ default: (await loadDialogs()).LookDialog }));
export const FlagDialog = lazy(async () => ({ default: (await loadDialogs()).FlagDialog }));
export const ExposureDialog = lazy(async () => ({ default: (await loadDialogs()).ExposureDialog }));
export const AnswerDialog = lazy(async () => ({ default: (await loadDialogs()).AnswerDialog }));
export const MeasureDialog = lazy(async () => ({ default: (await loadDialogs()).MeasureDialog }));
export const LaterDialog = lazy(async () => ({ default: (await loadDialogs()).LaterDialog }));
