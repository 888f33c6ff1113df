import { describeAdviceOn } from "@/tests/support/advice-bounds";
import { COAST } from "./world/rules";

describeAdviceOn(COAST);
