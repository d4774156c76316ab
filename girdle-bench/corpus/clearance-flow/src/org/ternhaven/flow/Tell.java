package org.ternhaven.flow;

import org.camunda.bpm.engine.delegate.DelegateExecution;
import org.camunda.bpm.engine.delegate.JavaDelegate;

public class Tell implements JavaDelegate {
  @Override
  public void execute(DelegateExecution execution) {
    System.out.println("delegate " + execution.getVariable("ship"));
  }
}
