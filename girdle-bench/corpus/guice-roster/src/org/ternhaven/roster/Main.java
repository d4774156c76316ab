package org.ternhaven.roster;

import com.google.inject.AbstractModule;
import com.google.inject.Guice;
import com.google.inject.assistedinject.Assisted;
import com.google.inject.assistedinject.FactoryModuleBuilder;
import com.google.inject.matcher.Matchers;
import com.google.inject.multibindings.Multibinder;
import jakarta.inject.Inject;
import jakarta.inject.Singleton;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.util.Set;
import java.util.TreeSet;
import org.aopalliance.intercept.MethodInterceptor;

public class Main {
  @Retention(RetentionPolicy.RUNTIME)
  @interface Logged {}

  interface Pilot {
    String name();
  }

  static class Dunlin implements Pilot {
    public String name() {
      return "Dunlin";
    }
  }

  static class Sanderling implements Pilot {
    public String name() {
      return "Sanderling";
    }
  }

  interface ShiftFactory {
    Shift of(String quay);
  }

  static class Shift {
    final String quay;
    final Roster roster;

    @Inject
    Shift(@Assisted String quay, Roster roster) {
      this.quay = quay;
      this.roster = roster;
    }
  }

  @Singleton
  static class Roster {
    @Inject Set<Pilot> pilots;

    @Logged
    String assign(String quay) {
      Set<String> names = new TreeSet<>();
      pilots.forEach(p -> names.add(p.name()));
      return quay.equals("none") ? "none: nobody" : quay + ": " + String.join(", ", names);
    }
  }

  static class Bindings extends AbstractModule {
    @Override
    protected void configure() {
      Multibinder<Pilot> pilots = Multibinder.newSetBinder(binder(), Pilot.class);
      pilots.addBinding().to(Dunlin.class);
      pilots.addBinding().to(Sanderling.class);
      install(new FactoryModuleBuilder().build(ShiftFactory.class));
      MethodInterceptor log =
          call -> {
            System.out.println("before " + call.getMethod().getName());
            return call.proceed();
          };
      bindInterceptor(Matchers.any(), Matchers.annotatedWith(Logged.class), log);
    }
  }

  public static void main(String[] args) {
    Shift shift =
        Guice.createInjector(new Bindings()).getInstance(ShiftFactory.class).of(args[0]);
    System.out.println(shift.roster.assign(shift.quay));
  }
}
