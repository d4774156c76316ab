package org.ternhaven.clearance;

import org.flowable.engine.delegate.DelegateExecution;
import org.flowable.engine.delegate.JavaDelegate;

/** What a ship owes. */
public class Reckon implements JavaDelegate {
  @Override
  public void execute(DelegateExecution execution) {
    int length = (Integer) execution.getVariable("length");
    execution.setVariable("dues", length * 3);
  }
}
