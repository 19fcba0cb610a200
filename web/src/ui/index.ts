export * from './Choice.tsx';
export * from './HeadRow.tsx';
export * from './NumberField.tsx';
export * from './Pages.tsx';
export * from './Sheet.tsx';
export * from './States.tsx';
export * from './Stepper.tsx';
export * from './Why.tsx';
