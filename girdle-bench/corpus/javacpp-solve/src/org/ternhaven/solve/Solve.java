package org.ternhaven.solve;

import static org.bytedeco.openblas.global.openblas.LAPACK_ROW_MAJOR;
import static org.bytedeco.openblas.global.openblas.LAPACKE_dgesv;
import static org.bytedeco.openblas.global.openblas.cblas_ddot;

import java.io.IOException;
import java.nio.file.Files;

/** Solves two equations. */
public class Solve {
  public static void main(String[] args) throws IOException {
    System.setProperty("org.bytedeco.javacpp.cachedir", Files.createTempDirectory("cache").toString());
    double[] a = {2, 1, 1, 3};
    double[] b = {4, 7};
    int status = LAPACKE_dgesv(LAPACK_ROW_MAJOR, 2, 1, a, 2, new int[2], b, 1);
    System.out.println("status " + status);
    System.out.printf("x %.1f%ny %.1f%n", b[0], b[1]);
    System.out.println("dot " + cblas_ddot(3, new double[] {1, 2, 3}, 1, new double[] {4, 5, 6}, 1));
  }
}
