package org.ternhaven.guard;

import org.apache.shiro.SecurityUtils;
import org.apache.shiro.authc.AuthenticationException;
import org.apache.shiro.authc.UsernamePasswordToken;
import org.apache.shiro.env.BasicIniEnvironment;
import org.apache.shiro.subject.Subject;

public class Guard {
  public static void main(String[] args) {
    SecurityUtils.setSecurityManager(
        new BasicIniEnvironment("classpath:harbour.ini").getSecurityManager());
    Subject subject = SecurityUtils.getSubject();
    subject.login(new UsernamePasswordToken("pilot", "tern"));
    for (String what : new String[] {"berth:assign", "dues:waive"}) {
      System.out.println("pilot may " + what + " " + subject.isPermitted(what));
    }
    subject.logout();
    try {
      subject.login(new UsernamePasswordToken("clerk", "heron"));
    } catch (AuthenticationException e) {
      System.out.println("clerk refused");
    }
    Subject warden = SecurityUtils.getSubject();
    warden.login(new UsernamePasswordToken("warden", "lamp"));
    System.out.println("from own realm warden " + warden.isPermitted("dues:waive"));
    System.exit(0);
  }
}
