package org.ternhaven.calendar;

import ezvcard.Ezvcard;
import ezvcard.VCard;
import ezvcard.VCardVersion;
import java.io.FileInputStream;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.Component;
import net.fortuna.ical4j.model.DateTime;
import net.fortuna.ical4j.model.Period;
import net.fortuna.ical4j.model.TimeZoneRegistryFactory;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.validate.ValidationResult;

public final class Dates {
  public static void main(String[] args) throws Exception {
    Calendar calendar;
    try (FileInputStream in = new FileInputStream(args[0])) {
      calendar = new CalendarBuilder().build(in);
    }
    for (Object o : calendar.getComponents(Component.VEVENT)) {
      VEvent event = (VEvent) o;
      System.out.println("event " + event.getSummary().getValue());
      Period all =
          new Period(new DateTime("20240501T000000Z"), new DateTime("20240601T000000Z"));
      System.out.println("next " + event.calculateRecurrenceSet(all).size());
    }
    ValidationResult result = calendar.validate();
    System.out.println("errors " + result.hasErrors());
    System.out.println(
        "zone " + TimeZoneRegistryFactory.getInstance().createRegistry().getTimeZone("Europe/London").getID());
    VCard card =
        Ezvcard.parse("BEGIN:VCARD\r\nVERSION:3.0\r\nFN:Harbour office\r\nORG:Ternhaven\r\nEND:VCARD\r\n").first();
    System.out.println("card " + card.getFormattedName().getValue());
    System.out.println(Ezvcard.write(card).version(VCardVersion.V4_0).prodId(false).go());
    System.out.println(Ezvcard.writeHtml(card).go().length() > 500);
    System.out.println(Ezvcard.writeJson(card).prodId(false).go());
  }
}
