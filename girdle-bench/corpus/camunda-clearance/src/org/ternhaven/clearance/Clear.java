package org.ternhaven.clearance;

import org.camunda.bpm.engine.delegate.DelegateExecution;
import org.camunda.bpm.engine.delegate.JavaDelegate;

/** Named in the process only. */
public class Clear implements JavaDelegate {
  @Override
  public void execute(DelegateExecution execution) {
    System.out.println("cleared " + execution.getVariable("ship"));
  }
}
