package org.ternhaven.office;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import java.util.List;
import java.util.Map;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseBody;

@Controller
public class Ships {
  @Value("${office.title}")
  private String title;

  String title() {
    return title;
  }

  public static class Berth {
    @NotBlank public String quay;
  }

  @GetMapping("/ships")
  String ships(Model model) {
    model.addAttribute("ships", List.of("Kittiwake", "Dunlin"));
    return "ships";
  }

  @GetMapping("/berth/{quay}")
  @ResponseBody
  Map<String, String> berth(@PathVariable("quay") String quay) {
    return Map.of("quay", quay);
  }

  @PostMapping("/berth")
  @ResponseBody
  Map<String, String> add(@Valid @RequestBody Berth berth) {
    return Map.of("added", berth.quay);
  }
}
