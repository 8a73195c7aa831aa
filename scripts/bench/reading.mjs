// What reading a line costs as it grows: patterns, facts, hard places, a whole class in twelve keys.
import { createRequire } from 'node:module';
import { median } from './measuring.mjs';

