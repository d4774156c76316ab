package org.ternhaven.tides;

import org.apache.dubbo.common.extension.Activate;
import org.apache.dubbo.rpc.Filter;
import org.apache.dubbo.rpc.Invocation;
import org.apache.dubbo.rpc.Invoker;
import org.apache.dubbo.rpc.Result;

@Activate(group = "provider")
public class Watch implements Filter {
  @Override
  public Result invoke(Invoker<?> invoker, Invocation invocation) {
    System.out.println("filtered " + invocation.getMethodName());
    return invoker.invoke(invocation);
  }
}
