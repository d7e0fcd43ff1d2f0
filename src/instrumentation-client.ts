import { config } from "zod";

/** Runs in the browser before anything else of the app's. */

// The page's policy allows no code made at run time; a library that tries whether it does is told of as a breach of it.
config({ jitless: true });
