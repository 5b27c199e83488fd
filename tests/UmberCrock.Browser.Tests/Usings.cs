global using OpenQA.Selenium;
global using Shouldly;
global using Xunit;
