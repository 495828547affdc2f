import fc from 'fast-check';

/** A changed code is caught by the first example that fails: nobody reads a smaller one. */
fc.configureGlobal({ endOnFailure: true });
