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

    private static void None(Type inhabitant, string room) =>
        (Types.InAssembly(inhabitant.Assembly).ShouldNot().HaveDependencyOn(room).GetResult().FailingTypeNames ?? []).ShouldBeEmpty();
}
