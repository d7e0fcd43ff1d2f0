/**
 * Hands: programs that the app and the worker start as processes of their own (server/hands), so that no picture can
 * hold up or take down the process that answers people. They serve no requests and know neither database nor queue.
 */
export {};
