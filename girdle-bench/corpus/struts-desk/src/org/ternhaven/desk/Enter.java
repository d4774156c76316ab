package org.ternhaven.desk;

import com.opensymphony.xwork2.ActionSupport;

/** A ship enters. */
public class Enter extends ActionSupport {
  private static final long serialVersionUID = 1;
  private String ship;

  public String getShip() {
    return ship;
  }

  public void setShip(String ship) {
    this.ship = ship;
  }

  @Override
  public void validate() {
    if (ship == null || ship.isBlank()) {
      addFieldError("ship", getText("ship.needed"));
    }
  }

  @Override
  public String execute() {
    return SUCCESS;
  }
}
