package dev.girdle.depot.receive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.depot.pieces.Piece;
import dev.girdle.depot.pieces.PieceList;
import dev.girdle.depot.pieces.PieceTable;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Lists and tables of a depot that means no good. */
class AssemblyTest {
  private static final Piece PIECE = new Piece("0".repeat(64), 10, 10);

  @TempDir Path dir;

  private static PieceList.File file(String path, long bytes, PieceList.Run... runs) {
    return new PieceList.File(path, null, bytes, null, List.of(runs));
  }

  private static PieceList.File file(String path) {
    return file(path, 10, new PieceList.Run(0, 0, 1));
  }

  private void assemble(PieceList list) throws IOException {
    Pieces pieces = new Pieces(List.of(PieceTable.of(List.of(PIECE))));
    new Assembly(list, pieces, 1, dir.resolve("work")).close();
  }

  @ParameterizedTest
  @CsvSource({
    "../x, leads out of its folder",
    "a/../../x, leads out of its folder",
    "/etc/x, has an absolute path",
    "C:\\x, has an absolute path",
    "'', has no name"
  })
  void aPathThatLeadsOutIsRefused(String path, String why) {
    assertThatThrownBy(() -> assemble(new PieceList(1, true, List.of(file(path)), null)))
        .hasMessageContaining(why)
        .hasMessageContaining("Nothing was made of it");
    assertThat(dir).isEmptyDirectory();
  }

  @ParameterizedTest
  @CsvSource({
    "lib/l, ../../x, leads out",
    "lib/l, /etc, leads out",
    "lib/l, l, leads around in a ring",
    "lib/l, nowhere, leads to nothing",
    "../l, x, leads out of its folder"
  })
  void aLinkThatLeadsOutIsRefused(String path, String target, String why) {
    PieceList list = new PieceList(1, true, List.of(file("lib/x")), Map.of(path, target));
    assertThatThrownBy(() -> assemble(list)).hasMessageContaining(why);
  }

  @Test
  void aFileBehindALinkIsRefused() {
    PieceList list =
        new PieceList(1, true, List.of(file("lib/x"), file("l/y")), Map.of("l", "lib"));
    assertThatThrownBy(() -> assemble(list)).hasMessageContaining("l/y lies behind a link");
  }

  @Test
  void aFileThatIsThereTwiceIsRefused() {
    PieceList list = new PieceList(1, true, List.of(file("x"), file("x")), null);
    assertThatThrownBy(() -> assemble(list)).hasMessageContaining("x is there twice");
  }

  @ParameterizedTest
  @CsvSource({"1,0,1", "-1,0,1", "0,1,1", "0,-1,1", "0,0,2", "0,0,0", "0,0,2147483647"})
  void piecesThatAreNotThereAreRefused(int pack, int first, int count) {
    PieceList list =
        new PieceList(1, true, List.of(file("x", 10, new PieceList.Run(pack, first, count))), null);
    assertThatThrownBy(() -> assemble(list))
        .hasMessageContaining("is put together of what is not there");
  }

  @ParameterizedTest
  @CsvSource({"-1,1", "0,0", "10,11", "2000000,5", "10,0"})
  void piecesOfSizesThatCannotBeAreRefused(int bytes, int packed) {
    PieceTable table = PieceTable.of(List.of(new Piece("0".repeat(64), bytes, packed)));
    assertThatThrownBy(() -> new Pieces(List.of(table)))
        .isInstanceOf(IOException.class)
        .hasMessageContaining("a piece of " + bytes + " bytes");
  }
}
