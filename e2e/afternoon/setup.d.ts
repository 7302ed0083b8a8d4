// Types of the set-up scripts, which are plain JavaScript: they run before any package is installed.
declare module "@/scripts/setup/postgres.mjs" {
  export interface OwnPostgres {
    url: string;
    port: number;
    stop: () => Promise<void>;
    kill: () => Promise<void>;
  }
  export function startPostgres(name: string, more?: { at?: number }): Promise<OwnPostgres>;
}
declare module "@/scripts/setup/database.mjs" {
  export function ensureDatabase(
    serverUrl: string,
    name: string,
    more?: { fresh?: boolean },
  ): Promise<string>;
}
declare module "@/scripts/setup/ports.mjs" {
  export function freePortFrom(first: number): Promise<number>;
}
declare module "@/scripts/setup/next.mjs" {
  import type { ChildProcess } from "node:child_process";
  export function appEnvironment(
    settings: { databaseUrl: string; port: number } & Record<string, string | number>,
  ): NodeJS.ProcessEnv;
  export function serveApp(
    env: NodeJS.ProcessEnv,
    port: number,
  ): Promise<{ server: ChildProcess; stop: () => Promise<void> }>;
}
