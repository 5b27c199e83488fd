using NetArchTest.Rules;
using UmberCrock.Core.Formulas;
using UmberCrock.Storage;

namespace UmberCrock.Web.Tests;

/// <summary>Four rooms, one direction: Web to Storage to Core.</summary>
public class ArchitectureTests
{
    [Theory]
    [InlineData("UmberCrock.Storage")]
    [InlineData("UmberCrock.Web")]
    [InlineData("Microsoft.EntityFrameworkCore")]
    [InlineData("Microsoft.AspNetCore")]
    public void Core_knows_nothing_of(string room) => None(typeof(Formula), room);

    [Theory]
    [InlineData("UmberCrock.Web")]
    [InlineData("Microsoft.AspNetCore")]
    public void Storage_knows_nothing_of(string room) => None(typeof(FormulaStore), room);

    /// <summary>What is played is known where devices are chosen, and nowhere else.</summary>
    [Fact]
    public void Only_devices_and_the_start_name_what_plays_a_device()
    {
        const string Played = "UmberCrock.Web.Devices.StandIns";
        (
            Types
                .InAssembly(typeof(Program).Assembly)
                .That()
                .DoNotResideInNamespace("UmberCrock.Web.Devices")
                .And()
                .DoNotHaveName("Program")
                .ShouldNot()
                .HaveDependencyOn(Played)
                .GetResult()
                .FailingTypeNames
            ?? []
        ).ShouldBeEmpty();
        Types.InAssembly(typeof(Program).Assembly).That().ResideInNamespace(Played).GetTypes().ShouldNotBeEmpty();
    }

    private static void None(Type inhabitant, string room) =>
        (Types.InAssembly(inhabitant.Assembly).ShouldNot().HaveDependencyOn(room).GetResult().FailingTypeNames ?? []).ShouldBeEmpty();
}
