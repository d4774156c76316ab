package org.ternhaven.tides;

import jakarta.validation.Valid;
import jakarta.ws.rs.Consumes;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.PathParam;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.core.MediaType;

@Path("tides")
public class TideResource {
  @GET
  @Path("{gauge}")
  @Produces({MediaType.APPLICATION_JSON, MediaType.APPLICATION_XML})
  public Tide tide(@PathParam("gauge") String gauge) {
    Tide tide = new Tide();
    tide.setGauge(gauge);
    tide.setLevel(4.2);
    return tide;
  }

  @POST
  @Consumes(MediaType.APPLICATION_JSON)
  public String add(@Valid Tide tide) {
    return "added " + tide.getGauge();
  }
}
