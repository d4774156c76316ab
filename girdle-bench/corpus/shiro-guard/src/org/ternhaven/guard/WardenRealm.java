package org.ternhaven.guard;

import org.apache.shiro.authc.AuthenticationInfo;
import org.apache.shiro.authc.AuthenticationToken;
import org.apache.shiro.authc.SimpleAuthenticationInfo;
import org.apache.shiro.authz.AuthorizationInfo;
import org.apache.shiro.authz.SimpleAuthorizationInfo;
import org.apache.shiro.realm.AuthorizingRealm;
import org.apache.shiro.subject.PrincipalCollection;

public class WardenRealm extends AuthorizingRealm {
  private String password;

  public void setPassword(String password) {
    this.password = password;
  }

  @Override
  protected AuthorizationInfo doGetAuthorizationInfo(PrincipalCollection principals) {
    SimpleAuthorizationInfo info = new SimpleAuthorizationInfo();
    if (principals.getPrimaryPrincipal().equals("warden")) {
      info.addStringPermission("*:*");
    }
    return info;
  }

  @Override
  protected AuthenticationInfo doGetAuthenticationInfo(AuthenticationToken token) {
    return token.getPrincipal().equals("warden")
        ? new SimpleAuthenticationInfo("warden", password, getName())
        : null;
  }
}
