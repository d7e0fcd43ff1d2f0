import { put } from "@/language";
import { and, desc, eq, inArray, isNull, sql } from "drizzle-orm";
import { REVIEWS, type Review, reviewWords } from "@/core/answers";
import { database } from "../db/client";
import { batchItems } from "../db/work-schema";

/** Reasons as they are kept, in words; those of another program are left out. */
export const reviewsIn = (kept: readonly string[]): string[] =>
  kept.filter((r): r is Review => REVIEWS.includes(r as Review)).map((review) => put(reviewWords(review)));

/** What a batch did to a photo that a person should look at. */
export interface ToReview {
  readonly batchId: string;
  readonly versionId: string | null;
  /** The number of the state that it made. */
  readonly after: number | null;
  /** Why, in words. */
  readonly review: readonly string[];
}

/** Of each photo the newest thing that a batch did and nobody has looked at, where there are reasons to. */
export async function toReview(photoIds: readonly string[]): Promise<ReadonlyMap<string, ToReview>> {
  const rows = await database()
    .selectDistinctOn([batchItems.photoId], {
      photoId: batchItems.photoId,
      batchId: batchItems.batchId,
      versionId: batchItems.versionId,
      after: batchItems.after,
      review: batchItems.review,
    })
    .from(batchItems)
    .where(
      and(
        inArray(batchItems.photoId, [...photoIds]),
        eq(batchItems.state, "done"),
        isNull(batchItems.reviewedAt),
        sql`cardinality(${batchItems.review}) > 0`,
      ),
    )
    .orderBy(batchItems.photoId, desc(batchItems.endedAt));
  return new Map(rows.map(({ photoId, review, ...rest }) => [photoId, { ...rest, review: reviewsIn(review) }]));
}
