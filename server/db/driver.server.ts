import { createRequire } from "node:module";
import type Driver from "better-sqlite3";

const require = createRequire(import.meta.url);

/**
 * The database driver for the Node that runs this. Version 13 comes ready for every Node from 22 on and fails on 20; version
 * 12 is compiled for one Node, and from 24 on a collected statement ends the process.
 */
export const Database: typeof Driver =
  Number.parseInt(process.versions.node, 10) >= 22 ? require("better-sqlite3-13") : require("better-sqlite3");

/** An open database file. */
export type Connection = Driver.Database;
