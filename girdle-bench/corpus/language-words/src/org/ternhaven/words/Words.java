package org.ternhaven.words;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.File;
import java.nio.charset.StandardCharsets;
import opennlp.tools.sentdetect.SentenceDetectorFactory;
import opennlp.tools.sentdetect.SentenceDetectorME;
import opennlp.tools.sentdetect.SentenceModel;
import opennlp.tools.sentdetect.SentenceSample;
import opennlp.tools.sentdetect.SentenceSampleStream;
import opennlp.tools.stemmer.snowball.SnowballStemmer;
import opennlp.tools.tokenize.SimpleTokenizer;
import opennlp.tools.util.MarkableFileInputStreamFactory;
import opennlp.tools.util.ObjectStream;
import opennlp.tools.util.PlainTextByLineStream;
import opennlp.tools.util.TrainingParameters;

public final class Words {
  public static void main(String[] args) throws Exception {
    TrainingParameters how = TrainingParameters.defaultParams();
    how.put("Cutoff", 0);
    how.put("PrintMessages", false);
    SentenceModel model;
    try (ObjectStream<SentenceSample> samples =
        new SentenceSampleStream(
            new PlainTextByLineStream(
                new MarkableFileInputStreamFactory(new File(args[0])), StandardCharsets.UTF_8))) {
      model =
          SentenceDetectorME.train("eng", samples, new SentenceDetectorFactory("eng", true, null, null), how);
    }
    ByteArrayOutputStream stored = new ByteArrayOutputStream();
    model.serialize(stored);
    SentenceModel again = new SentenceModel(new ByteArrayInputStream(stored.toByteArray()));
    String[] found =
        new SentenceDetectorME(again).sentDetect("The ferry leaves at nine. The pilot waits at the pier.");
    for (String s : found) {
      System.out.println("sentence " + s);
    }
    System.out.println("sentences " + found.length);
    for (String t : SimpleTokenizer.INSTANCE.tokenize("The ferry leaves.")) {
      System.out.println("token " + t);
    }
    System.out.println(
        "stem " + new SnowballStemmer(SnowballStemmer.ALGORITHM.ENGLISH).stem("boats"));
  }
}
