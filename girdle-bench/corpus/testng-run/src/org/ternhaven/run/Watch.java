package org.ternhaven.run;

import org.testng.ITestListener;
import org.testng.ITestResult;

public class Watch implements ITestListener {
  @Override
  public void onTestFailure(ITestResult result) {
    System.out.println("failed " + result.getName() + ": " + result.getThrowable().getMessage());
  }
}
