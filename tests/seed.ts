import fc from "fast-check";

// Properties begin elsewhere in each run: the seed is printed before the tests, and by fast-check with a counterexample.
fc.configureGlobal({ seed: Number(process.env.YENNIC_SEED) });
