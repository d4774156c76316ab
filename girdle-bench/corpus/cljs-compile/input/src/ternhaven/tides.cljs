(ns ternhaven.tides
  (:require [clojure.string :as s] [cljs.reader :as r]))
(defn ^:export high [gauge] (s/upper-case (str gauge " north " (:level (r/read-string "{:level 4.2}")))))
(js/console.log (high "inner"))
