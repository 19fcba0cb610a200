import { RecordLinks } from '../find/index.ts';
import { SlimBand } from '../next/index.ts';
import { Verifier } from './Verifier.tsx';

/** Checks a file of records in the browser. The same page goes out with every bundle, and needs no server. */
export const VerifyPage = () => (
  <>
    <SlimBand say="Is a record as it was sealed?" more="Checked here, byte by byte; the file stays on this machine." />
    <RecordLinks />
    <div className="px-[18px] py-3">
      <Verifier />
      <p className="mt-4">
        <a className="underline" href="/verify.html" download="verify.html">
          Save this page by itself
        </a>
        : it opens in any browser, with no network and without North Step.
      </p>
    </div>
  </>
);
