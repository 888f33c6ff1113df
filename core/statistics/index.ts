export { rateRatio } from "./rate-ratio";
