export declare const root: string;
export declare const chromiumPath: () => string | undefined;
export declare function run(command: string, args: readonly string[], options?: object): void;
export declare function ensurePackages(): void;
export declare function ensureChromium(): void;
export declare function ensureBuilt(): void;
export declare function runServer(program: 'server.js' | 'demo.js'): void;
