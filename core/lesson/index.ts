export { Counters, countsOf } from "./counters";
export { causeMark, marksOf, trialMark, vehicleMarks, type Mark } from "./marks";
export { lessonOf, type Lesson, type Trial } from "./lesson";
