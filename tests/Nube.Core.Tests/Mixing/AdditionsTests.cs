using Nube.Core.Colour;
using Nube.Core.Materials;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Tests.Mixing;

public class AdditionsTests
{
    private static readonly PaintOptics[] Candidates =
    [
        .. GenericCatalogue.WaterColours.Skip(12).Take(20).Select(c => c.Optics()),
    ];

    [Fact]
    public void The_addition_that_is_the_wish_itself_is_found()
    {
        var orange = GenericCatalogue.WaterColours.Skip(12).Take(20).Index().First(c => c.Item.ColourIndex == "PO62");
        var wish = SpectralColour.ToLab(KubelkaMunk.Over(BoxOfTwelve.Paper, Candidates[orange.Index], 0.5));
        var addition = Additions.To(BoxOfTwelve.Palette, Candidates, BoxOfTwelve.Paper, Dilution.AsTold).Best(wish)!;
        Assert.Equal(orange.Index, addition.Candidate);
        Assert.Equal(0, Assert.Single(addition.Recipe.Parts).Colourant);
        Assert.Equal(0, addition.Recipe.Difference, 6);
    }

    [Fact]
    public void The_best_addition_is_as_good_as_the_palette_with_each_candidate_searched_anew()
    {
        var wish = Srgb.Parse("#f06fb0").ToLab();
        var best = Candidates
            .Select(candidate =>
                RecipeIndex
                    .Build([candidate, .. BoxOfTwelve.Palette], BoxOfTwelve.Paper)
                    .Nearest(wish, 400)
                    .First(recipe => recipe.Parts[0].Colourant == 0)
                    .Rank
            )
            .Min();
        Assert.Equal(
            best,
            Additions.To(BoxOfTwelve.Palette, Candidates, BoxOfTwelve.Paper, Dilution.AsTold).Best(wish)!.Recipe.Rank,
            9
        );
    }

    [Fact]
    public void Without_candidates_there_is_none() =>
        Assert.Null(Additions.To(BoxOfTwelve.Palette, [], BoxOfTwelve.Paper, Dilution.AsTold).Best(default));
}
