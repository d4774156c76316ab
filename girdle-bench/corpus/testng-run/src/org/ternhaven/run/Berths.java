package org.ternhaven.run;

import org.testng.Assert;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class Berths {
  @BeforeClass
  public void before() {
    System.out.println("before all");
  }

  @DataProvider
  public Object[][] quays() {
    return new Object[][] {{"north", 5}, {"south", 5}};
  }

  @Test(dataProvider = "quays")
  public void name(String name, int length) {
    Assert.assertEquals(name.length(), length);
  }

  @Test
  public void fails() {
    Assert.assertEquals(1, 2, "berths");
  }

  @Test(dependsOnMethods = "name")
  public void after() {
    System.out.println("after");
  }
}
