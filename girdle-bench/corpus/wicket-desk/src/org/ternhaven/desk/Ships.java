package org.ternhaven.desk;

import java.util.List;
import org.apache.wicket.markup.html.WebPage;
import org.apache.wicket.markup.html.basic.Label;
import org.apache.wicket.markup.html.form.DropDownChoice;
import org.apache.wicket.markup.html.form.Form;
import org.apache.wicket.markup.html.link.Link;
import org.apache.wicket.markup.html.list.ListItem;
import org.apache.wicket.markup.html.list.ListView;
import org.apache.wicket.model.Model;
import org.apache.wicket.model.StringResourceModel;

public class Ships extends WebPage {
  public Ships() {
    add(new Label("title", new StringResourceModel("title", this)));
    add(
        new ListView<String>("ships", List.of("Kittiwake", "Dunlin")) {
          @Override
          protected void populateItem(ListItem<String> item) {
            item.add(new Label("ship", item.getModelObject()));
          }
        });
    Form<Void> form = new Form<>("form");
    form.add(new DropDownChoice<>("quay", Model.of(""), List.of("north", "fish")));
    add(form);
    add(
        new Link<Void>("again") {
          @Override
          public void onClick() {}
        });
  }
}
