package org.ternhaven.clearance;

import java.util.Map;
import org.camunda.bpm.engine.ProcessEngine;
import org.camunda.bpm.engine.ProcessEngineConfiguration;
import org.camunda.bpm.engine.task.Task;

/** Ships are cleared. */
public class Clearance {
  public static void main(String[] args) {
    ProcessEngine engine =
        ProcessEngineConfiguration.createProcessEngineConfigurationFromResourceDefault()
            .buildProcessEngine();
    engine.getRepositoryService().createDeployment().addClasspathResource("clearance.bpmn").deploy();
    engine.getRuntimeService().startProcessInstanceByKey("clearance", Map.of("ship", "Tern"));
    Task task = engine.getTaskService().createTaskQuery().singleResult();
    System.out.println("waiting " + task.getName());
    engine.getTaskService().complete(task.getId());
    System.out.println(
        "history "
            + engine.getHistoryService().createHistoricProcessInstanceQuery().finished().count());
    engine.close();
  }
}
