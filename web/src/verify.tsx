import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Verifier } from './features/records/Verifier.tsx';

/** The page that checks records by itself: one file, no server, no network. */
createRoot(document.getElementById('verify')!).render(
  <StrictMode>
    <Verifier />
  </StrictMode>,
);
