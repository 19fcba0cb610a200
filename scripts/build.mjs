/** Builds the pages with Vite and the servers with esbuild into dist/. */
import { cpSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { build } from 'esbuild';
import { build as viteBuild } from 'vite';
import { packagesStay } from '../server/src/threads/packagesStay.mjs';
import { root } from './ensure.mjs';

const dist = path.join(root, 'dist');
rmSync(dist, { recursive: true, force: true });
mkdirSync(dist, { recursive: true });
await build({
  absWorkingDir: root,
  entryPoints: {
    server: 'server/src/main.ts',
    demo: 'demo/src/main.ts',
    pgliteThread: 'server/src/db/pgliteThread.ts',
    measureThread: 'server/src/meshes/measureThread.ts',
    pairThread: 'server/src/light/pairThread.ts',
    batchMapThread: 'server/src/light/batchMapThread.ts',
    lightThread: 'server/src/light/lightThread.ts',
    computeThread: 'server/src/compute/computeThread.ts',
    pdfThread: 'server/src/pdf/pdfThread.ts',
    estimateThread: 'server/src/estimate/estimateThread.ts',
    practiceThread: 'devices/src/practiceThread.ts',
  },
  outdir: 'dist/server',
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  plugins: [packagesStay],
  logLevel: 'warning',
});
cpSync(path.join(root, 'server/sql/migrations'), path.join(dist, 'server/migrations'), { recursive: true });
await viteBuild({ configFile: path.join(root, 'web/vite.config.ts'), logLevel: 'warn' });
/** The page that checks records by itself goes out with every bundle: its script stands in it. */
const { outputFiles } = await build({
  absWorkingDir: root,
  entryPoints: ['web/src/verify.tsx'],
  bundle: true,
  minify: true,
  write: false,
  platform: 'browser',
  target: 'es2022',
  format: 'esm',
  jsx: 'automatic',
  define: { 'process.env.NODE_ENV': '"production"' },
  logLevel: 'warning',
});
const script = outputFiles[0].text.replaceAll('</script', '<\\/script');
const page = readFileSync(path.join(root, 'web/verify.html'), 'utf8');
writeFileSync(
  path.join(dist, 'web/verify.html'),
  page.replace('/* verify */', () => script),
);
writeFileSync(path.join(dist, 'built'), new Date().toISOString());
