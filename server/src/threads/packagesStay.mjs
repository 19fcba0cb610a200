/** For esbuild: our own workspaces are bundled; every package of others stays where npm put it. */
export const packagesStay = {
  name: 'packages-stay',
  setup: (build) =>
    build.onResolve({ filter: /^[^./]/ }, (args) =>
      args.path.startsWith('@north-step/') || args.kind === 'entry-point' ? undefined : { external: true },
    ),
};
