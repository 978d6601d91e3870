import fc from "fast-check";

// A failing property may shrink for long: it stops in time and still prints its seed.
fc.configureGlobal({ interruptAfterTimeLimit: 45_000, markInterruptAsFailure: true });
