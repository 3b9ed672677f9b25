import type { Draft } from "../../../../record/job/kinds/index";
import type { Candidate } from "../../clause";
import { entry } from "../../meaning";

/** Something that was done to safety: it counts only where every word beside it is understood. */
export const act = (draft: Draft, covers: readonly number[], sure = 1): Candidate => ({
  meanings: [entry(draft)],
  covers,
  sure,
  act: true,
});
