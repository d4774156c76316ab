package org.ternhaven.desk;

import org.springframework.context.annotation.ComponentScan;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.config.annotation.EnableWebMvc;

/** How the desk is put together: of whatever lies in this package. */
@Configuration
@ComponentScan
@EnableWebMvc
class DeskSettings {}
