<p>${ship} is welcome.</p>
