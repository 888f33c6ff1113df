export {
  type Labels,
  actionWhy,
  causeName,
  causePhrase,
  changeText,
  evidenceName,
  likenessWords,
  lowerFirst,
  presentName,
  priorWorkText,
  reasonText,
  savedMinutes,
  upperFirst,
} from "./words";
export { verdictText } from "./verdict-words";
