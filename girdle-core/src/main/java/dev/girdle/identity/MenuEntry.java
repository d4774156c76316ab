package dev.girdle.identity;

/**
 * The entry of a menu (freedesktop.org, Desktop Entry Specification 1.5). Where the folder lies is
 * known only to the receiver, who puts it in for {@value #FOLDER}. It uses nothing that was not in
 * the first version, which is the one it names.
 *
 * @param title the name that is shown
 * @param description what is shown besides; may be empty
 * @param starter the path of the starter in the folder
 * @param icon the path of the icon in the folder; empty for none
 * @param opensWindow whether it needs no terminal
 */
record MenuEntry(
    String title, String description, String starter, String icon, boolean opensWindow) {
  static final String FOLDER = "@FOLDER@";

  String text() {
    StringBuilder text = new StringBuilder("[Desktop Entry]\nType=Application\nVersion=1.0\n");
    text.append("Name=").append(escaped(title)).append('\n');
    if (!description.isEmpty()) {
      text.append("Comment=").append(escaped(description)).append('\n');
    }
    text.append("Exec=\"").append(FOLDER).append('/').append(starter).append("\"\n");
    if (!icon.isEmpty()) {
      text.append("Icon=").append(FOLDER).append('/').append(icon).append('\n');
    }
    return text.append("Terminal=").append(!opensWindow).append('\n').toString();
  }

  private static String escaped(String value) {
    return value.replace("\\", "\\\\").replace("\n", "\\n").replace("\r", "");
  }
}
