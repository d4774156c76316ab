package dev.girdle.nativeprogram.survey;

import dev.girdle.app.SetAside;
import dev.girdle.io.LinkedFolder;
import dev.girdle.io.TreeFile;
import dev.girdle.plan.file.PlanFile;
import dev.girdle.record.RecordFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Pattern;

/**
 * The files of a folder that the user hands over.
 *
 * @param files what is the application's own, by their paths in it
 * @param setAside what is not
 * @param links symbolic links that stay inside, each with where it leads
 * @param notices what is wrong with other links
 */
record OwnFolder(
    List<TreeFile> files,
    Collection<SetAside> setAside,
    Map<String, String> links,
    List<String> notices) {
  private static final Pattern ASIDE =
      Pattern.compile("(?:^|/)(\\.git|\\.hg|\\.svn|\\.vscode|\\.idea|__MACOSX)/.*");

  static OwnFolder of(Path folder) throws IOException {
    LinkedFolder all = LinkedFolder.of(folder);
    List<String> notices = new ArrayList<>();
    all.wrong().forEach((link, why) -> notices.add("the link " + link + " " + why));
    List<String> made =
        all.files().stream()
            .map(TreeFile::path)
            .filter(p -> p.endsWith("/" + RecordFile.IN_FOLDER))
            .map(p -> p.substring(0, p.length() - RecordFile.IN_FOLDER.length()))
            .toList();
    Map<String, SetAside> setAside = new TreeMap<>();
    List<TreeFile> files = new ArrayList<>();
    for (TreeFile file : all.files()) {
      Optional<String> sealed = made.stream().filter(file.path()::startsWith).findFirst();
      var aside = ASIDE.matcher(file.path());
      if (sealed.isPresent()) {
        add(setAside, sealed.get(), "what Girdle has made", file);
      } else if (aside.find()) {
        String place = file.path().substring(0, aside.end(1) + 1);
        add(setAside, place, "data of version control and editors", file);
      } else if (file.path().equals(PlanFile.NAME)) {
        add(setAside, file.path(), "the plan by which it is sealed", file);
      } else {
        files.add(file);
      }
    }
    return new OwnFolder(files, setAside.values(), all.links(), notices);
  }

  private static void add(Map<String, SetAside> setAside, String place, String why, TreeFile file) {
    setAside.merge(
        place,
        new SetAside(place, why, file.content().size()),
        (a, b) -> new SetAside(place, why, a.bytes() + b.bytes()));
  }
}
