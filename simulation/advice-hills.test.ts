import { describeAdviceOn } from "@/tests/support/advice-bounds";
import { HILLS } from "./world/rules";

describeAdviceOn(HILLS);
