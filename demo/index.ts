/**
 * The demo: a visit to the Sallow Mill, a place that does not exist. Scenes, the pictures rendered
 * from them in advance, the truth about their cameras, and the seed that brings them into the app.
 */
export * from "./scenes/street-front";
