export { lessonOf, type Lesson, type Trial } from "./lesson";
