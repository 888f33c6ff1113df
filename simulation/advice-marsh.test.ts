import { describeAdviceOn } from "@/tests/support/advice-bounds";
import { MARSH } from "./world/rules";

describeAdviceOn(MARSH);
