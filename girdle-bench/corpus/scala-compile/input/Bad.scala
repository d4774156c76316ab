object Bad { val depth: Int = "deep" }
