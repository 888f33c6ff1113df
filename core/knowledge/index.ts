export { Counters, countsOf } from "./counters";
export { lessonOf, type Lesson, type Trial } from "./lesson";
