(define (double x) (* 2 x)) (display (double 21))
