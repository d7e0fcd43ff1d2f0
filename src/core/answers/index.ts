/**
 * What is proposed for a photo: a few answers, each with what it costs, the one that a photographer would deliver first.
 * It knows what a picture shows and what is seen of an error; it draws nothing and reads no file.
 */
export { ANSWERS, type Answer, type AnswerKey, type Cut, type Habit, type Judgement, type Why } from "./answer";
export { takeAnswer } from "./take-answer";
export { answerName, costWords, followWords, whyWords } from "./answer-words";
export { type Figures, figuresOf } from "./figures";
export { groundsOf } from "./grounds";
export { type HouseStyle, NO_STYLE, houseStyle } from "./house-style";
export { HABIT_OF, type VisitStyle, habitOf, visitStyle } from "./habit";
export { horizonGrounds } from "./horizon";
export { judged } from "./judgement";
export { REVIEWS, type Review, reviewOf, reviewWords } from "./review";
export { type Shown, shownOf } from "./shown";
export { SMALL_SIDE, type SmallPicture, greenOf } from "../lines";
