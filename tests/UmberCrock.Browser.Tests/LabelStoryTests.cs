namespace UmberCrock.Browser.Tests;

/// <summary>A label from the bench to a sheet, with the keyboard.</summary>
public sealed class LabelStoryTests : IDisposable
{
    private readonly Server server = Server.Start();
    private readonly Page page = new();

    public void Dispose()
    {
        page.Dispose();
        server.Dispose();
    }

    [Fact]
    public void A_label_is_made_trips_on_a_claim_takes_the_better_wording_and_prints()
    {
        page.Open(server.Address);
        page.Until(() => page.Focused.Text.Contains("Blade-hand stick", StringComparison.Ordinal), "the shelf");
        page.Press(Keys.Enter);
        page.Until(() => page.Focused.GetAttribute("id") == "line-0", "the bench");
        page.Press("t");
        page.Until(() => page.All(".proof svg").Count == 1, "the label, drawn");
        page.Run<object>("document.querySelector('[name=claims]').focus(); document.querySelector('[name=claims]').select(); return 1;");
        page.Press("Heals cracked hands", Keys.Tab, Keys.Enter);
        page.Until(() => page.All(".claims .refused").Count == 1, "the claim is refused");
        page.Text(".proof").ShouldNotContain("Heals");
        page.Run<object>("document.querySelector('.claims button').focus(); return 1;");
        page.Press(Keys.Enter);
        page.Until(() => page.All(".claims .refused").Count == 0 && page.Text(".claims b") == "Softens and comforts dry skin", "the better wording stands");
        page.Run<object>("window.sheet = null; const form = document.getElementById('label-form'); fetch(location.pathname + '?' + new URLSearchParams(new FormData(form)) + '&handler=Pdf').then(answer => answer.blob()).then(blob => { window.sheet = blob.type + ' ' + (blob.size > 5000); }); return 1;");
        page.Until(() => page.Run<string?>("return window.sheet") == "application/pdf true", "the sheet comes as PDF");
        page.Complaints.ShouldBeEmpty();
    }
}
