(require '[cljs.build.api :as b])
(b/build "src" {:output-to "out/harbour.js" :output-dir "out/work"
                :optimizations :none :parallel-build false :aot-cache false})
(println "built harbour.js")
(println "bytes" (> (.length (java.io.File. "out/harbour.js")) 100))
(println (boolean (re-find #"north" (slurp "out/work/ternhaven/tides.js"))))
(doseq [f (reverse (file-seq (java.io.File. "out")))] (.delete f))
(shutdown-agents)
