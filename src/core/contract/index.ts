/**
 * What crosses between browser and server: each way in and each answer as one Zod schema, which both sides check. The client
 * calls by it (src/client/api.ts), the routes answer by it (src/app/api/respond.ts).
 */
export * from "./answers";
export * from "./batches";
export * from "./borders";
export * from "./captions";
export * from "./delivery-names";
export * from "./delivery-sets";
export * from "./formats";
export * from "./delivery-options";
export * from "./endpoints";
export * from "./photos";
