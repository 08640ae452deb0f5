/** A change that one test has noticed is noticed: the tests after it need not run. */
exports.untilNoticed = (Noticing) =>
  class extends Noticing {
    // the class above takes this up and calls it with each event
    handleTestEvent(event) {
      if (event.name === 'test_fn_failure' || event.name === 'hook_failure') this.noticed = true;
      if (event.name === 'test_start' && this.noticed) event.test.mode = 'skip';
    }
  };
