package org.ternhaven.flow;

import java.util.Map;
import org.camunda.bpm.dmn.engine.DmnDecision;
import org.camunda.bpm.engine.ProcessEngine;
import org.camunda.bpm.engine.ProcessEngineConfiguration;
import org.camunda.bpm.engine.runtime.ProcessInstance;

public final class Flow {
  public static void main(String[] args) {
    ProcessEngine engine =
        ProcessEngineConfiguration.createProcessEngineConfigurationFromResource("camunda.cfg.xml")
            .buildProcessEngine();
    engine
        .getRepositoryService()
        .createDeployment()
        .addClasspathResource("flows/clearance.bpmn")
        .addClasspathResource("flows/dues.dmn")
        .deploy();
    ProcessInstance instance =
        engine
            .getRuntimeService()
            .startProcessInstanceByKey("clearance", Map.of("ship", "Kittiwake", "length", 42));
    System.out.println("ended " + instance.isEnded());
    Object dues =
        engine
            .getDecisionService()
            .evaluateDecisionTableByKey("dues", Map.of("length", 42))
            .getSingleResult()
            .getSingleEntry();
    System.out.println("dues " + dues);
    engine.close();
    System.exit(0);
  }
}
