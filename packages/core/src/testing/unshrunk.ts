import fc from 'fast-check';

// For npm run mutate: that a law fails is enough; looking for its smallest counterexample takes most of the time.
fc.configureGlobal({ ...fc.readConfigureGlobal(), endOnFailure: true });
