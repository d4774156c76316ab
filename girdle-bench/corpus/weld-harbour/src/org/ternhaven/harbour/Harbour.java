package org.ternhaven.harbour;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Event;
import jakarta.enterprise.event.Observes;
import jakarta.enterprise.inject.se.SeContainer;
import jakarta.enterprise.inject.se.SeContainerInitializer;
import jakarta.inject.Inject;
import jakarta.interceptor.AroundInvoke;
import jakarta.interceptor.Interceptor;
import jakarta.interceptor.InterceptorBinding;
import jakarta.interceptor.InvocationContext;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;

public class Harbour {
  @InterceptorBinding
  @Retention(RetentionPolicy.RUNTIME)
  public @interface Logged {}

  @Interceptor
  @Logged
  @jakarta.annotation.Priority(1)
  public static class Log {
    @AroundInvoke
    public Object log(InvocationContext context) throws Exception {
      System.out.println("logged " + context.getMethod().getName());
      return context.proceed();
    }
  }

  public record Arrival(String ship) {}

  @ApplicationScoped
  public static class Office {
    @Inject Event<Arrival> arrivals;

    @Logged
    public void greet(String ship) {
      System.out.println("greeted " + ship);
      arrivals.fire(new Arrival(ship));
    }
  }

  @ApplicationScoped
  public static class Tower {
    void heard(@Observes Arrival arrival) {
      System.out.println("tower heard " + arrival.ship());
    }
  }

  public static void main(String[] args) {
    try (SeContainer container = SeContainerInitializer.newInstance().initialize()) {
      container.select(Office.class).get().greet("Kittiwake");
    }
  }
}
