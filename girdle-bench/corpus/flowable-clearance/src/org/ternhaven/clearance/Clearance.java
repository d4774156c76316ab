package org.ternhaven.clearance;

import java.util.Map;
import org.flowable.engine.HistoryService;
import org.flowable.engine.ProcessEngine;
import org.flowable.engine.ProcessEngineConfiguration;
import org.flowable.engine.runtime.ProcessInstance;
import org.flowable.task.api.Task;

/** Clears ships, step by step. */
public class Clearance {
  public static void main(String[] args) {
    ProcessEngine engine =
        ProcessEngineConfiguration.createStandaloneInMemProcessEngineConfiguration()
            .setJdbcUrl("jdbc:h2:mem:clearance;DB_CLOSE_DELAY=-1")
            .buildProcessEngine();
    engine
        .getRepositoryService()
        .createDeployment()
        .addClasspathResource("processes/clearance.bpmn20.xml")
        .deploy();
    ProcessInstance instance =
        engine
            .getRuntimeService()
            .startProcessInstanceByKey("clearance", Map.of("ship", "Kittiwake", "length", 42));
    Task task = engine.getTaskService().createTaskQuery().taskAssignee("master").singleResult();
    System.out.println("task " + task.getName());
    engine.getTaskService().complete(task.getId(), Map.of("good", true));
    HistoryService history = engine.getHistoryService();
    System.out.println(
        "dues "
            + history
                .createHistoricVariableInstanceQuery()
                .processInstanceId(instance.getId())
                .variableName("dues")
                .singleResult()
                .getValue());
    System.out.println(
        "ended "
            + (history
                    .createHistoricProcessInstanceQuery()
                    .processInstanceId(instance.getId())
                    .singleResult()
                    .getEndTime()
                != null));
    engine.close();
    System.exit(0);
  }
}
